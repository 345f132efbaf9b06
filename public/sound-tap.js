// Takes the samples of a sound to whoever draws or reads them, each piece with the time of its first sample in seconds:
// loaded as a worklet, which is no part of the bundle.
const TOGETHER = 1024;

class SoundTap extends AudioWorkletProcessor {
  constructor() {
    super();
    this.to = null;
    this.at = 0;
    this.samples = new Float32Array(TOGETHER);
    this.filled = 0;
    this.port.onmessage = ({ data }) => {
      this.to = data;
    };
  }

  process([[heard]]) {
    if (heard === undefined || this.to === null) return true;
    heard.forEach((sample, nth) => {
      if (this.filled === 0) this.at = (currentFrame + nth) / sampleRate;
      this.samples[this.filled++] = sample;
      if (this.filled < TOGETHER) return;
      this.to.postMessage({ samples: this.samples, at: this.at }, [this.samples.buffer]);
      this.samples = new Float32Array(TOGETHER);
      this.filled = 0;
    });
    return true;
  }
}

registerProcessor("sound-tap", SoundTap);
