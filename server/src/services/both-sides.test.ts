import { byItself } from '../here';
import { randomUUID } from 'node:crypto';
import { addresses, type AskedAction, type JobEdited, type MaterialView } from '@keen-anvil/contract';
import { FILL_WAYS } from '@keen-anvil/core/hatching';
import {
  ActionRefusedError,
  ALIGNMENTS,
  changeJob,
  ShapeMemo,
  applyDifference,
  shapesOf,
  shopFacts,
  type JobDocument,
  type JobShop,
  type Print,
  type KeyedReading,
  type ShopLists,
} from '@keen-anvil/core/jobs';
import { numbersBelow } from '../../../core/testing/random';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { findDocument } from '../queries/documents';
import { listReadings } from '../queries/readings';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { shopFor } from './job-shop';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, get } = asker(() => server);

const ACTIONS = 360;
const below = numbersBelow(20_261_127);
const one = <T>(list: readonly T[]): T => list[below(list.length)];

/** Some action on a job as it is; not every one makes sense. */
function someAction({ parts, steps, drawings, sheets }: JobDocument, materials: readonly MaterialView[]): AskedAction {
  const id = randomUUID();
  const shown = parts.filter(({ role }) => role !== 'within').map((part) => part.id);
  const partIds = [...new Set([one(shown), one(shown)])];
  const stepId = one(steps)?.id ?? randomUUID();
  const own = parts.filter((part) => part.stepId === stepId && part.role !== 'within').map((part) => part.id);
  const laid = own.length > 0 ? own.slice(0, 2) : [one(shown)];
  const material = one(materials);
  return one<AskedAction>([
    { id, do: 'change-role', partIds, role: one(['process', 'process', 'guide', 'out']) },
    { id, do: 'move-to-step', partIds, stepId },
    { id, do: 'split-step', partIds, stepId: randomUUID() },
    { id, do: 'take-apart', partIds },
    { id, do: 'put-together', partIds },
    { id, do: 'draw-outline', partIds, distanceMm: one([-1, 0.5, 2]) },
    { id, do: 'draw-outline', partIds, distanceMm: 1, corners: one(['sharp', 'bevelled']), fillsHoles: true, count: 2 },
    {
      id,
      do: 'make-part',
      partIds,
      by: one(['join', 'cut-out', 'shared', 'unshared', 'fill-holes', 'rows', 'mirrored', 'moved', 'half', 'eye']),
      measures: {},
      ...(below(2) ? { stepId } : {}),
    },
    {
      id,
      do: 'change-making',
      partId: one(shown),
      measures: one<Record<string, number>>([{ distance: 1.5 }, { gapX: 2 }, { turn: 30 }]),
    },
    { id, do: 'make-part', partIds, by: one(['rows', 'cone']), measures: {}, asGroup: true },
    { id, do: 'align-parts', partIds, at: one(ALIGNMENTS) },
    { id, do: 'deboss-from-back', partIds, gapMm: one([0.3, 0.8]) },
    { id, do: 'make-rim', partIds, widthMm: 2, gapsMm: 3, peelMm: one([null, 4]), colour: '#fdfdfb', bleedMm: 1 },
    {
      id,
      do: 'print-parts',
      prints: partIds.map((partId) => ({
        partId,
        print: one<Print | null>([
          null,
          { drawingId: null, isAsDrawn: true, fill: '#22406e', measures: {} },
          { drawingId: one(drawings).id, isAsDrawn: false, fill: null, measures: { size: 120, turn: 15 } },
        ]),
      })),
    },
    { id, do: 'change-step', stepId, fill: one(FILL_WAYS), rounds: 1 + below(3) },
    { id, do: 'put-bridges', partIds, bridges: [{ x: below(200), y: below(100), angle: 1, lengthMm: 6, widthMm: 1 }] },
    { id, do: 'change-step', stepId, materialId: material.id },
    { id, do: 'change-step', stepId, stockPieceId: material.pieces[0]?.id ?? id },
    { id, do: 'change-step', stepId, mirrored: one([true, false]), onCarrier: one([true, false]) },
    { id, do: 'change-step', stepId, nudge: { changes: { force: one([1, -1]) }, reason: 'stiff' } },
    { id, do: 'nudge-parts', stepId, partIds: own.slice(0, 1 + below(3)), dxMm: below(20) / 2, dyMm: -below(9) / 2 },
    {
      id,
      do: 'lay-parts',
      // A step may have no part of its own any more: then one that is shown is laid.
      partIds: laid,
      sheets: [
        { sheetId: one([null, ...sheets.map((sheet) => sheet.id)]), stockPieceId: null, onCarrier: one([true, false]) },
      ],
      lies: laid.flatMap((partId) =>
        Array.from({ length: 1 + below(3) }, (_, i) => ({
          partId,
          sheet: 0,
          x: 40 * i,
          y: below(90),
          angle: 90 * below(4),
          turnedOver: one([true, false]),
        })),
      ),
    },
    { id, do: 'merge-steps', stepId, intoId: one(steps)?.id ?? id },
    { id, do: 'group-steps', by: one(['colour', 'layer']) },
    { id, do: 'order-steps', order: one([true, false]) ? [] : steps.map((step) => step.id).reverse() },
    { id, do: 'change-drawing', drawingId: one(drawings).id, widthMm: 20 + below(200) },
  ]);
}

describe('a row of actions on the jobs of the demo', () => {
  it('makes the same document for who asks and for who answers, and is refused with the same sentence', async () => {
    const materials = await get<MaterialView[]>(addresses.materials());
    const jobs = (await get<{ id: string; state: string }[]>('/api/jobs?limit=50')).filter(
      ({ state }) => state !== 'on-hold' && state !== 'running',
    );
    const stored = async (id: string) => (await findDocument(server.pool, DEMO_WORKSHOP_ID, id))!;
    let [done, refused, tooLong] = [0, 0, 0];
    for (const { id: jobId } of jobs) {
      let { document, version } = await stored(jobId);
      // What a phone knows: the readings, each once, and shapes from before.
      const readings = new Map<string, KeyedReading>();
      for (const { text, drawingId, number } of await listReadings(
        server.pool,
        DEMO_WORKSHOP_ID,
        document.drawings.map(({ id, reading }) => ({ drawingId: id, number: reading })),
      ))
        readings.set(`${drawingId} ${number}`, JSON.parse(text) as KeyedReading);
      const memo = new ShapeMemo();
      const reading: JobShop['reading'] = (drawingId, number) => readings.get(`${drawingId} ${number}`)!;
      for (let i = 0; i < ACTIONS / jobs.length; i++) {
        const action = someAction(document, materials);
        // A phone has the workshop from its address; of another material only the server knows.
        const given = shopFacts(await get<ShopLists>(addresses.shopOfJob({ id: jobId })));
        const isKnown = action.do !== 'change-step' || !action.materialId || given.materials.has(action.materialId);
        const facts = isKnown ? given : await shopFor(byItself(DEMO_WORKSHOP_ID), server.pool, document, action);
        let here: JobDocument | string;
        try {
          here = changeJob(document, action, {
            ...facts,
            reading,
            shapes: (of) => shapesOf(of, { reading }, memo),
          });
        } catch (error) {
          if (!(error instanceof ActionRefusedError)) throw error;
          here = error.message;
        }
        const answer = await api()
          .post(addresses.actOnJob({ id: jobId }))
          .send({ version, action });
        // A machine that others use, too, may take longer over what has hundreds of thousands of lines than a maker waits for.
        if (answer.status === 422 && answer.body.error.message.includes('take too long to work out')) {
          tooLong += 1;
          continue;
        }
        if (typeof here === 'string') {
          refused += 1;
          // What the contract does not take never comes to the rules.
          if (answer.status !== 400) expect([answer.status, answer.body.error.message]).toEqual([422, here]);
        } else {
          done += 1;
          expect({ action, status: answer.status }).toEqual({ action, status: 200 });
          const there = await stored(jobId);
          expect({ action, document: there.document }).toEqual({ action, document: here });
          // And who takes the difference from the answer has the same.
          const { version: after, from, difference } = answer.body as JobEdited;
          expect([after, from]).toEqual([there.version, version]);
          expect(applyDifference(document, difference)).toEqual(there.document);
          ({ document, version } = there);
        }
      }
    }
    expect(done).toBeGreaterThan(180);
    expect(refused).toBeGreaterThan(40);
    expect(tooLong).toBeLessThan(10);
  }, 300_000);
});
