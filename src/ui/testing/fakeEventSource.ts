import type { LiveEvent } from "@/core/contract";

/** A live stream of which a test says what happens to it. */
export class FakeEventSource {
  static readonly CLOSED = 2;
  /** All that were opened since `install`, in their order. */
  static all: FakeEventSource[] = [];
  /** 0 while it connects, 1 while it is open, 2 when it is closed. */
  readyState = 0;
  onmessage: ((event: { data: string }) => void) | null = null;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;

  constructor(readonly url: string) {
    FakeEventSource.all.push(this);
  }

  /** From here on a page's live streams are these. */
  static install(): void {
    FakeEventSource.all = [];
    globalThis.EventSource = FakeEventSource as unknown as typeof EventSource;
  }

  close(): void {
    this.readyState = FakeEventSource.CLOSED;
  }
  opens(): void {
    this.readyState = 1;
    this.onopen?.();
  }
  says(event: LiveEvent): void {
    this.onmessage?.({ data: JSON.stringify(event) });
  }
  /** The connection is lost, and the browser tries for it again by itself. */
  breaks(): void {
    this.readyState = 0;
    this.onerror?.();
  }
  /** The server refuses it: the browser gives it up. */
  refused(): void {
    this.readyState = FakeEventSource.CLOSED;
    this.onerror?.();
  }
}
