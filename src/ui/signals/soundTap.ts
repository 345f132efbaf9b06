/** A piece of sound: its samples, and the time of the first one by the clock of its context, seconds. */
export interface SoundPiece {
  readonly samples: Float32Array;
  readonly at: number;
}

const WORKLET = "/sound-tap.js";

/** Where what a node gives is to be had, in pieces as they come; who asked for it before hears no more. */
export async function tapOf(context: AudioContext, from: AudioNode): Promise<() => MessagePort> {
  await context.audioWorklet.addModule(WORKLET);
  const node = new AudioWorkletNode(context, "sound-tap", { numberOfOutputs: 0 });
  from.connect(node);
  return () => {
    const { port1, port2 } = new MessageChannel();
    node.port.postMessage(port1, [port1]);
    return port2;
  };
}
