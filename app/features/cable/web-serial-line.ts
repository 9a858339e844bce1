/// <reference types="w3c-web-serial" />
import type { CableLine } from '@keen-anvil/core/cable';

/** A serial port of this device as a line to a machine. */
export class WebSerialLine implements CableLine {
  private readonly hearing = new Set<(text: string) => void>();
  private readonly losing = new Set<() => void>();
  private readonly writer: WritableStreamDefaultWriter<Uint8Array>;
  private readonly reader: ReadableStreamDefaultReader<Uint8Array>;
  private isLost = false;

  private constructor(private readonly port: SerialPort) {
    this.writer = port.writable!.getWriter();
    this.reader = port.readable!.getReader();
    port.addEventListener('disconnect', () => this.lose());
    void this.read();
  }

  /** Opens a port that the maker has chosen. @throws Error where it is taken, or is no port */
  static async open(port: SerialPort, baud: number): Promise<WebSerialLine> {
    await port.open({ baudRate: baud });
    return new WebSerialLine(port);
  }

  async write(text: string): Promise<void> {
    if (this.isLost) throw new Error('The cable is not there any more.');
    try {
      await this.writer.write(new TextEncoder().encode(text));
    } catch (error) {
      this.lose();
      throw error;
    }
  }

  onText(listen: (text: string) => void): () => void {
    this.hearing.add(listen);
    return () => this.hearing.delete(listen);
  }

  onLost(listen: () => void): () => void {
    this.losing.add(listen);
    return () => this.losing.delete(listen);
  }

  get isOpen(): boolean {
    return !this.isLost;
  }

  async close(): Promise<void> {
    this.isLost = true;
    await this.reader.cancel().catch(() => undefined);
    this.writer.releaseLock();
    await this.port.close().catch(() => undefined);
  }

  private async read(): Promise<void> {
    const decoder = new TextDecoder();
    try {
      for (;;) {
        const { value, done } = await this.reader.read();
        if (done) break;
        const text = decoder.decode(value, { stream: true });
        for (const hear of [...this.hearing]) hear(text);
      }
    } catch {
      // A pulled cable ends the reading; that is told below.
    }
    this.lose();
  }

  private lose(): void {
    if (this.isLost) return;
    this.isLost = true;
    for (const lose of [...this.losing]) lose();
  }
}
