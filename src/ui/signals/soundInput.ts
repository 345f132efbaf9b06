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

/** A sound input to choose. */
export interface SoundDevice {
  readonly deviceId: string;
  readonly name: string;
}

const WORKLET = "/sound-tap.js";

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
  const media = navigator.mediaDevices as MediaDevices | undefined;
  if (media === undefined)
    throw new Error("Sound is heard only on the computer itself, or over https: open the page there.");
  const audio = {
    ...(deviceId === null ? {} : { deviceId: { exact: deviceId } }),
    echoCancellation: false,
    noiseSuppression: false,
    autoGainControl: false,
  };
  const stream = await media.getUserMedia({ audio }).catch((error: unknown) => {
    const { name, message } = error as DOMException;
    throw new Error(FAULTS[name] ?? `The sound input cannot be opened: ${message}`, { cause: error });
  });
  const [track] = stream.getAudioTracks();
  const context = new AudioContext();
  await context.audioWorklet.addModule(WORKLET);
  const node = new AudioWorkletNode(context, "sound-tap", { numberOfOutputs: 0 });
  context.createMediaStreamSource(stream).connect(node);
  await context.resume();
  return {
    name: track?.label || "Sound input",
    deviceId: track?.getSettings().deviceId ?? "",
    rate: context.sampleRate,
    tap() {
      const { port1, port2 } = new MessageChannel();
      node.port.postMessage(port1, [port1]);
      return port2;
    },
    onLost: (listener) => track?.addEventListener("ended", listener),
    close() {
      track?.stop();
      void context.close();
    },
  };
}

/** The sound inputs there are; their names are told once one was allowed. */
export async function soundDevices(): Promise<SoundDevice[]> {
  const devices = await navigator.mediaDevices.enumerateDevices();
  return devices
    .filter(({ kind, deviceId }) => kind === "audioinput" && deviceId !== "")
    .map(({ deviceId, label }, nth) => ({ deviceId, name: label || `Sound input ${nth + 1}` }));
}
