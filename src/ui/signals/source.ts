import type { Link, PictureLook } from "@/core/contract";
import * as endpoints from "@/core/contract/endpoints/links";
import { addressOf } from "../kit/api";
import type { PictureSource } from "./pictureWork";
import type { SoundInput } from "./soundInput";
import { type Recording, recordedSeconds } from "./recording";

/** Where signals come from. */
export interface Source {
  /** Another one is opened anew. */
  readonly id: string;
  readonly name: string;
  /** @param second where a recording begins */
  readonly open: (look: PictureLook, second: number) => PictureSource["from"];
  /** It is heard now: a press on a signal goes there. */
  readonly isLive: boolean;
  /** How long it is, seconds; null where it has no end. */
  readonly seconds: number | null;
  /** The receiver that it is, whose text the server reads; null where it is none. */
  readonly receiver: Link | null;
  /** What gives its sound; null where it is none. */
  readonly sound: SoundInput | null;
  /** Why there is nothing to be seen; null where nothing is wrong. */
  readonly why: (isHeard: boolean) => string | null;
}

export function receiverSource(receiver: Link): Source {
  const { id, name, phase, text } = receiver;
  return {
    receiver,
    id: `receiver ${id}`,
    name,
    open: (look) => ({ address: addressOf(endpoints.picture, { params: { linkId: id }, query: look }) }),
    isLive: true,
    seconds: null,
    sound: null,
    why(isHeard) {
      if (phase === "up") return isHeard ? null : `Listening to ${name}.`;
      return phase === "connecting" ? `Connecting to ${name}.` : `${name} is not there: ${text ?? "it is turned off"}`;
    },
  };
}

export function recordingSource(recording: Recording, nth: number): Source {
  const { name } = recording.file;
  return {
    receiver: null,
    id: `recording ${nth}`,
    name,
    open: (look, from) => ({ playing: { recording, look, from } }),
    isLive: false,
    seconds: recordedSeconds(recording.form),
    sound: null,
    why: (isHeard) => (isHeard ? null : `Reading ${name}.`),
  };
}

export function soundSource(input: SoundInput): Source {
  const { name, deviceId } = input;
  return {
    receiver: null,
    id: `sound ${deviceId}`,
    name,
    open: (look) => ({ sound: look }),
    isLive: true,
    seconds: null,
    sound: input,
    why: (isHeard) => (isHeard ? null : `Listening to ${name}.`),
  };
}
