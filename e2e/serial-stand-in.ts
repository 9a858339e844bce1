// Runs in the page, before its own code: a port behind navigator.serial with a simulated controller at its end.
import { SerialController } from '../core/src/standins/serial-controller';

/** Time passes faster here, as on a stand-in. */
const SPEED_UP = 40;
const TICK_MS = 10;

const controller = new SerialController({
  machine: {
    workWidthMm: 400,
    workLengthMm: 400,
    motion: {
      accelerationMmS2: 1000,
      topSpeedMmS: 100,
      travelSpeedMmS: 150,
      junctionDeviationMm: 0.05,
      headDownSeconds: 0,
      headUpSeconds: 0,
    },
  },
  bufferCharacters: 127,
});

class Port extends EventTarget {
  readable!: ReadableStream<Uint8Array>;
  writable!: WritableStream<Uint8Array>;
  private out: ReadableStreamDefaultController<Uint8Array> | null = null;

  async open(): Promise<void> {
    this.readable = new ReadableStream({ start: (out) => void (this.out = out) });
    this.writable = new WritableStream({
      write: (bytes) => {
        if (!controller.isPlugged) throw new Error('the device has been lost');
        controller.receive(new TextDecoder().decode(bytes));
      },
    });
    controller.onAnswer((text) => this.out?.enqueue(new TextEncoder().encode(text)));
  }

  async close(): Promise<void> {
    this.out = null;
  }

  pull(): void {
    controller.unplug();
    this.out?.error(new Error('the device has been lost'));
    this.out = null;
    this.dispatchEvent(new Event('disconnect'));
  }

  plugIn(): void {
    controller.isPlugged = true;
  }
}

const port = new Port();
Object.defineProperty(navigator, 'serial', { value: { requestPort: async () => port } });
Object.assign(window, { serialStandIn: { controller, port } });
setInterval(() => controller.advance((TICK_MS / 1000) * SPEED_UP), TICK_MS);
