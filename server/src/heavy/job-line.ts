interface Waiting<Thread> {
  workshopId: string;
  jobId: string;
  begin: (seat: Seat<Thread>) => void;
}

interface Seat<Thread> {
  thread: Thread;
  /** The job that it worked on last, whose readings and shapes it knows. */
  jobId: string | null;
  isBusy: boolean;
}

/**
 * A line before threads that remember the jobs they worked on. What is asked of one job is done one after the other, so that a job with
 * much to do never takes more than one thread; who is next is the workshop that has had the fewest turns lately.
 */
export class JobLine<Thread> {
  private readonly line: Waiting<Thread>[] = [];
  private readonly seats: Seat<Thread>[];
  private readonly atWork = new Set<string>();
  private readonly lastTurn = new Map<string, number>();
  private turns = 0;

  /** @param onWaiting hears of every thread that is free while something waits: it may get ready */
  constructor(
    threads: readonly Thread[],
    private readonly onWaiting: (thread: Thread) => void = () => undefined,
  ) {
    this.seats = threads.map((thread) => ({ thread, jobId: null, isBusy: false }));
  }

  /** Does some work for a job when it is its turn. */
  async run<T>(workshopId: string, jobId: string, work: (thread: Thread) => Promise<T>): Promise<T> {
    const seat = await new Promise<Seat<Thread>>((begin) => {
      this.line.push({ workshopId, jobId, begin });
      this.next();
      if (this.line.length > 0)
        for (const { thread, isBusy } of this.seats) {
          if (!isBusy) this.onWaiting(thread);
        }
    });
    try {
      return await work(seat.thread);
    } finally {
      seat.isBusy = false;
      this.atWork.delete(jobId);
      this.next();
    }
  }

  private next(): void {
    for (;;) {
      const free = this.seats.filter(({ isBusy }) => !isBusy);
      const may = this.line.filter(({ jobId }) => !this.atWork.has(jobId));
      if (free.length === 0 || may.length === 0) return;
      const turnOf = ({ workshopId }: Waiting<Thread>) => this.lastTurn.get(workshopId) ?? -1;
      const first = may.reduce((a, b) => (turnOf(b) < turnOf(a) ? b : a));
      const seat =
        free.find(({ jobId }) => jobId === first.jobId) ?? free.find(({ jobId }) => jobId === null) ?? free[0];
      this.line.splice(this.line.indexOf(first), 1);
      Object.assign(seat, { isBusy: true, jobId: first.jobId });
      this.atWork.add(first.jobId);
      this.lastTurn.delete(first.workshopId);
      this.lastTurn.set(first.workshopId, this.turns++);
      if (this.lastTurn.size > 1000) this.lastTurn.delete([...this.lastTurn.keys()][0]);
      first.begin(seat);
    }
  }
}
