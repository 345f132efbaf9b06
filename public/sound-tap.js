// Takes the samples of a sound input to whoever draws them: loaded as a worklet, which is no part of the bundle.
const TOGETHER = 1024;

class SoundTap extends AudioWorkletProcessor {
  constructor() {
    super();
    this.to = null;
    this.samples = new Float32Array(TOGETHER);
    this.filled = 0;
    this.port.onmessage = ({ data }) => {
      this.to = data;
    };
  }

  process([[heard]]) {
    if (heard === undefined || this.to === null) return true;
    for (const sample of heard) {
      this.samples[this.filled++] = sample;
      if (this.filled < TOGETHER) continue;
      this.to.postMessage(this.samples, [this.samples.buffer]);
      this.samples = new Float32Array(TOGETHER);
      this.filled = 0;
    }
    return true;
  }
}

registerProcessor("sound-tap", SoundTap);
