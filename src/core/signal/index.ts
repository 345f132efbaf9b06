export { dotLength, FASTEST, keyed, keyingTime, SLOWEST, unkeyable, USUAL_KEYING } from "./morse";
export type { KeyedLetter, Keying } from "./morse";
export {
  baudotCodes,
  createBaudotCoder,
  createBaudotPrinter,
  misprints,
  printed,
  shownCodes,
  unprintable,
} from "./baudot";
export type { BaudotCoder, BaudotPrinter, SentSign } from "./baudot";
export { createRttyReader, rttyLine, rttySound, rttyTime, USUAL_BAUD, USUAL_SHIFT } from "./rtty";
export type { RttyRead, RttyReader, RttyTones } from "./rtty";
export { createRttySender, signsRead } from "./rttySender";
export type { RttySender, SignOut } from "./rttySender";
export { createSignalFinder, nearestSignal } from "./signals";
export type { FinderOptions, FoundSignal, SignalFinder, SignalKind } from "./signals";
export { createSpectrumMaker, noiseFloor, SPECTRUM_WINDOWS } from "./spectrum";
export type { Spectrum, SpectrumMaker, SpectrumOptions, SpectrumWindow } from "./spectrum";
export { blockOf, createBlockReader, NotBlocks } from "./blocks";
export type { BlockReader } from "./blocks";
export { createLevels, levelOf, spectrumOf } from "./levels";
export type { LevelMaker, LevelRow, LevelsOptions } from "./levels";
export { samplesOf16, swapped } from "./samples";
export { landingOf } from "./landing";
export type { Landing, PlacedSignal } from "./landing";
export { readWavHead, WAV_HEAD, wavFrame, wavSamples } from "./wav";
export type { WavForm, WavHead } from "./wav";
export { asKeyed, KEYED, KEYED_MODES } from "./keyedModes";
export type { KeyedMode } from "./keyedModes";
export { createMorseReader } from "./morseReader";
export { createReaders, SAME_PLACE_HZ } from "./readers";
export type { Readers, ReadersOptions, ReadLine, ReadPlace } from "./readers";
export { MOST_BY_HAND, placesWith, TOO_MANY_BY_HAND } from "./readPlaces";
export { callsInText, wordsBehindCall } from "./callsInText";
export type { CallRead } from "./callsInText";
export { rttyTonesOn, soundPlaceOf, USUAL_TONE } from "./soundPlace";
export type { SoundPlace } from "./soundPlace";
export { keyedName } from "./keyedName";
export { createPaddle } from "./paddle";
export type { PaddleSide } from "./paddle";
