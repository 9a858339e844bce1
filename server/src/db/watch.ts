import { EventEmitter } from 'node:events';
import { Client } from 'pg';
import type { Logger } from 'pino';

/** A lost line is taken up again after this long, in ms. */
const AGAIN_MS = 250;

interface WatchEvents {
  /** Something was told of this id; null: the line was lost for a while, and anything may have been told. */
  told: [id: string | null];
  /** Something was written in a workshop; null: the line was lost for a while, and anything may have been. */
  written: [said: string | null];
  /** Nothing more is heard: the server stops. */
  closed: [];
}

/** Hears what other servers on the same database tell (`LISTEN`), on a line of its own that comes back by itself. */
export class Watch extends EventEmitter<WatchEvents> {
  private client: Client | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private isClosed = false;

  constructor(
    private readonly url: string,
    private readonly channels: { told: string; written: string },
    private readonly log: Logger,
  ) {
    super();
    this.setMaxListeners(0);
  }

  /** Begins to hear. Resolves once it does, or once a first try has failed and the next is on its way. */
  async start(): Promise<void> {
    const client = new Client({ connectionString: this.url, connectionTimeoutMillis: 5_000, keepAlive: true });
    this.client = client;
    client.on('notification', ({ channel, payload }) =>
      this.emit(channel === this.channels.written ? 'written' : 'told', payload ?? null),
    );
    client.on('error', (error) => this.log.warn({ err: error }, 'the line on which changes are told of was lost'));
    client.on('end', () => this.again(client));
    try {
      await client.connect();
      for (const channel of Object.values(this.channels))
        await client.query(`LISTEN ${client.escapeIdentifier(channel)}`);
      this.emit('told', null);
      this.emit('written', null);
    } catch (error) {
      this.log.warn({ err: error }, 'nobody can be heard yet');
      this.again(client);
    }
  }

  async close(): Promise<void> {
    this.isClosed = true;
    this.emit('closed');
    if (this.timer) clearTimeout(this.timer);
    await this.client?.end().catch(() => undefined);
  }

  private again(lost: Client): void {
    if (this.isClosed || this.client !== lost) return;
    this.client = null;
    lost.end().catch(() => undefined);
    this.timer = setTimeout(() => void this.start(), AGAIN_MS);
  }
}
