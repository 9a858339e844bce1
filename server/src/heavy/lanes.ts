/** How heavy a piece of work is: small work is never kept waiting by large work alone. */
export type Lane = 'small' | 'large';

interface Waiting {
  lane: Lane;
  workshopId: string;
  begin: () => void;
  giveUp: (error: Error) => void;
}

/** There is too much in line already. */
export class LineFullError extends Error {
  constructor() {
    super('So much is being worked out that nothing more is taken at the moment.');
    this.name = 'LineFullError';
  }
}

/**
 * A line before some threads: so many at once, of which large work may take all but one; who is next is the workshop that has had
 * the fewest turns lately, so that one with much to do does not keep another one waiting.
 */
export class Lanes {
  private readonly line: Waiting[] = [];
  private readonly busy = { small: 0, large: 0 };
  /** When each workshop had its last turn, counted in turns. */
  private readonly lastTurn = new Map<string, number>();
  private turns = 0;

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
  ) {}

  /**
   * Does some work when it is its turn.
   * @throws LineFullError where the workshop has too much waiting already
   * @throws the signal's reason where it is given up while it waits
   */
  async run<T>(lane: Lane, workshopId: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    await this.turn(lane, workshopId, signal);
    try {
      return await work();
    } finally {
      this.busy[lane] -= 1;
      this.next();
    }
  }

  private turn(lane: Lane, workshopId: string, signal?: AbortSignal): Promise<void> {
    if (this.line.filter((waiting) => waiting.workshopId === workshopId).length >= this.mostWaiting)
      throw new LineFullError();
    return new Promise((resolve, reject) => {
      const waiting: Waiting = { lane, workshopId, begin: resolve, giveUp: reject };
      signal?.addEventListener(
        'abort',
        () => {
          const at = this.line.indexOf(waiting);
          if (at < 0) return;
          this.line.splice(at, 1);
          waiting.giveUp(signal.reason as Error);
        },
        { once: true },
      );
      this.line.push(waiting);
      this.next();
    });
  }

  private next(): void {
    for (;;) {
      const free = this.atOnce - this.busy.small - this.busy.large;
      const may = this.line.filter(
        ({ lane }) => free > 0 && (lane === 'small' || this.busy.large < Math.max(1, this.atOnce - 1)),
      );
      if (may.length === 0) return;
      const turnOf = ({ workshopId }: Waiting) => this.lastTurn.get(workshopId) ?? -1;
      const first = may.reduce((a, b) => (turnOf(b) < turnOf(a) ? b : a));
      this.line.splice(this.line.indexOf(first), 1);
      this.busy[first.lane] += 1;
      this.lastTurn.set(first.workshopId, this.turns++);
      if (this.lastTurn.size > 1000) this.lastTurn.delete(this.lastTurn.keys().next().value!);
      first.begin();
    }
  }
}
