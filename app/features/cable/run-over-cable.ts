import { endpoints, addresses, type MachineView, type RunReport, type RunView } from '@keen-anvil/contract';
import { doneByLine, restWithLines, senderFor, sentLines, type Sender, type Sending } from '@keen-anvil/core/cable';
import { machineKindOf } from '@keen-anvil/core/machines';
import { ask } from '../api/ask';
import { textAt } from '../api/save-file';
import { followFile } from '../runs/follow-path';
import { every, keepSender, lineTo, senderOf } from './cables';

/** The server is told no more often than this, in ms. */
const TELL_MS = 700;

/** The file of a run. */
export const fileOfRun = (runId: string): Promise<string> => textAt(addresses.runFile({ id: runId }));

const act = (run: RunView, action: 'start' | 'resume' | 'done') =>
  ask(endpoints.commandRun, { id: run.id }, { body: { action } });

/**
 * Sends a run's file over the cable of its machine, and tells the server how far it is.
 * @param fromLine where it goes on, from 1
 * @param onTold after each time the server was told
 */
export async function sendRun(
  run: RunView,
  machine: MachineView,
  { fromLine, begin, onTold }: { fromLine: number; begin: 'start' | 'resume' | null; onTold: () => void },
): Promise<void> {
  const line = lineTo(machine.id);
  if (!line?.isOpen) throw new Error(`${machine.name} hangs on no cable here. Connect it first.`);
  const file = await fileOfRun(run.id);
  const { trace } = await followFile(
    { machine, file, settings: run.settings, zero: run.zero },
    new AbortController().signal,
  );
  const rest = restWithLines(file, fromLine);
  const done = doneByLine(trace, file.split(/\r?\n/).length);
  const sender = senderFor(machine, { line, text: rest.text, totalSeconds: trace.totalSeconds, every });
  if (begin) await act(run, begin);
  keepSender(machine.id, run.id, sender);
  // A sender of G-code counts the lines that it sends; empty ones and remarks are not among them.
  const sent =
    machineKindOf(machine.kind).does === 'tool'
      ? rest.lines
      : sentLines(rest.text).map(({ number }) => rest.lines[number - 1]);
  tellOf(run, sender, sent, done, fromLine, onTold);
  sender.start();
}

/**
 * Tells the server of a run, not too often, and at once of its end.
 * @param sent for each line that is sent, which of the whole file it is
 */
function tellOf(
  run: RunView,
  sender: Sender,
  sent: readonly number[],
  done: ReturnType<typeof doneByLine>,
  fromLine: number,
  onTold: () => void,
): void {
  const lineAt = ({ confirmed }: Sending) =>
    Math.max(fromLine - 1, ...sent.slice(Math.max(0, confirmed - 3), confirmed), 0);
  let toldAt = 0;
  let last: Promise<unknown> = Promise.resolve();
  const tell = (report: RunReport) => {
    last = last
      .then(() => ask(endpoints.reportRun, { id: run.id }, { body: report }))
      .then(onTold)
      .catch(() => undefined);
  };
  const reportOf = (now: Sending) => {
    const line = lineAt(now);
    return { doneSeconds: done.seconds[line] ?? 0, cutMm: done.cutMm[line] ?? 0, line };
  };
  // A page that goes takes its cable with it: the run stands, and whoever looks at the Bench sees that.
  const leave = () => {
    const report = reportOf(sender.now);
    const body: RunReport = { ...report, interruption: { why: 'closed', line: report.line } };
    void ask(endpoints.reportRun, { id: run.id }, { body, keepalive: true }).catch(() => undefined);
  };
  const stopListening = onPageGone(leave);
  const stopFollowing = sender.onChange((now) => {
    const report = reportOf(now);
    const { line } = report;
    if (now.state === 'broken' && now.broken) {
      const { broken } = now;
      stop();
      tell({
        ...report,
        interruption: {
          why: broken.why,
          line: broken.why === 'refused' ? (sent[now.confirmed] ?? line) : line,
          ...(broken.why === 'refused' ? { text: broken.text.slice(0, 400) } : {}),
          ...(broken.why === 'lost' ? {} : { said: broken.said.slice(0, 400) }),
        },
      });
    } else if (now.state === 'done') {
      stop();
      last = last.then(() => act(run, 'done')).then(onTold, onTold);
    } else if (now.state === 'cancelled') stop();
    else if (performance.now() - toldAt > TELL_MS) {
      toldAt = performance.now();
      tell({ ...report, interruption: null });
    }
  });
  const stop = () => {
    stopListening();
    stopFollowing();
  };
}

/** Calls once when the page is closed or loaded anew. Returns what ends it. */
function onPageGone(call: () => void): () => void {
  window.addEventListener('pagehide', call, { once: true });
  return () => window.removeEventListener('pagehide', call);
}

const followed = new Set<string>();

/** Whether a run has begun by itself behind another, and nothing of it was sent yet. */
export const isUnsent = (run: RunView): boolean =>
  run.driver === 'cable' &&
  run.progress.state === 'running' &&
  run.interruption === null &&
  run.confirmedLine === 0 &&
  run.progress.doneSeconds === 0;

/** Sends a run that has begun by itself behind another, where its machine still hangs on a cable here. True where it is sent. */
export function followOn(run: RunView, machine: MachineView, onTold: () => void): boolean {
  if (!isUnsent(run) || senderOf(machine.id, run.id) || !lineTo(machine.id)?.isOpen) return false;
  if (!followed.has(run.id)) {
    followed.add(run.id);
    sendRun(run, machine, { fromLine: 1, begin: null, onTold }).catch(onTold);
  }
  return true;
}

/** Holds, goes on with or cancels what goes out of this page; true where something does. */
export function steer(run: RunView, how: 'hold' | 'resume' | 'cancel'): boolean {
  const sender = senderOf(run.machineId, run.id);
  if (!sender) return false;
  sender[how]();
  return true;
}
