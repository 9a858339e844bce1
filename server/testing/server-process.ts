import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');

/** A port of loopback that is free now. */
async function freePort(): Promise<number> {
  const listening = createServer().listen(0, '127.0.0.1');
  await once(listening, 'listening');
  const { port } = listening.address() as AddressInfo;
  listening.close();
  return port;
}

/** A server as it is started for makers, as a process of its own: it can be killed and started again. */
export class ServerProcess {
  private child: ChildProcess | null = null;
  private port = 0;
  constructor(private readonly databaseUrl: string) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts it, and waits until it takes requests. @throws Error where it ends before that, with what it said */
  async start(): Promise<void> {
    this.port ||= await freePort();
    const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
      cwd: ROOT,
      stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        DATABASE_URL: this.databaseUrl,
        PORT: String(this.port),
        LOG_LEVEL: 'silent',
      },
    });
    let said = '';
    child.stderr!.on('data', (chunk: Buffer) => (said += chunk));
    this.child = child;
    const [what] = (await Promise.race([once(child, 'message'), once(child, 'exit').then(() => ['ended'])])) as [
      string,
    ];
    if (what !== 'ready') throw new Error(`The server ended before it was ready: ${said}`);
  }

  /** Ends it at once, as a lost machine would (SIGKILL). */
  kill(): Promise<void> {
    return this.end('SIGKILL');
  }

  /** Asks it to end (SIGTERM). */
  stop(): Promise<void> {
    return this.end('SIGTERM');
  }

  private async end(signal: NodeJS.Signals): Promise<void> {
    const child = this.child;
    this.child = null;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = once(child, 'exit');
    child.kill(signal);
    await gone;
  }
}
