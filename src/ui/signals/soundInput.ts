import { tapOf } from "./soundTap";

/** A sound input that is open. */
export interface SoundInput {
  readonly name: string;
  readonly deviceId: string;
  /** Samples a second. */
  readonly rate: number;
  /** The samples as they come from now on, in pieces; who tapped it before hears no more. */
  readonly tap: () => MessagePort;
  /** Calls when it was pulled out, or taken away. */
  readonly onLost: (listener: () => void) => void;
  readonly close: () => void;
}

/** A sound input or output to choose. */
export interface SoundDevice {
  readonly deviceId: string;
  readonly name: string;
}

const FAULTS: Readonly<Record<string, string>> = {
  NotAllowedError: "The browser may not listen: allow this page the microphone, beside its address, and try again.",
  NotFoundError: "There is no sound input: plug one in, and try again.",
  OverconstrainedError: "This sound input is not there any more: choose another.",
  NotReadableError: "The sound input cannot be opened: another program may have it. Close that, and try again.",
};

/**
 * Opens a sound input, as it sounds: nothing of it is smoothed or made louder.
 *
 * @param deviceId the one that was chosen; null for the usual one
 * @throws {Error} with what is wrong and how to mend it
 */
export async function openSoundInput(deviceId: string | null): Promise<SoundInput> {
  const stream = await streamOf({
    ...(deviceId === null ? {} : { deviceId: { exact: deviceId } }),
    echoCancellation: false,
    noiseSuppression: false,
    autoGainControl: false,
  });
  const [track] = stream.getAudioTracks();
  const context = new AudioContext();
  const tap = await tapOf(context, context.createMediaStreamSource(stream));
  await context.resume();
  return {
    name: track?.label || "Sound input",
    deviceId: track?.getSettings().deviceId ?? "",
    rate: context.sampleRate,
    tap,
    onLost: (listener) => track?.addEventListener("ended", listener),
    close() {
      track?.stop();
      void context.close();
    },
  };
}

async function streamOf(audio: MediaTrackConstraints): Promise<MediaStream> {
  const media = navigator.mediaDevices as MediaDevices | undefined;
  if (media === undefined)
    throw new Error("Sound is heard only on the computer itself, or over https: open the page there.");
  return media.getUserMedia({ audio }).catch((error: unknown) => {
    const { name, message } = error as DOMException;
    throw new Error(FAULTS[name] ?? `The sound input cannot be opened: ${message}`, { cause: error });
  });
}

/** Asks for the leave to listen, without which browsers do not tell what inputs and outputs there are. */
export async function askForDevices(): Promise<void> {
  const stream = await streamOf({});
  for (const track of stream.getTracks()) track.stop();
}

/** The sound inputs or outputs there are; they are told once an input was allowed. */
export async function soundDevices(kind: "audioinput" | "audiooutput"): Promise<SoundDevice[]> {
  const media = navigator.mediaDevices as MediaDevices | undefined;
  const devices = (await media?.enumerateDevices()) ?? [];
  return devices
    .filter((device) => device.kind === kind && device.deviceId !== "" && device.label !== "")
    .map(({ deviceId, label }) => ({ deviceId, name: label }));
}
