import { randomUUID } from 'node:crypto';
import { addresses, type MachineView, type MaterialView, type RecipeDetail, type ToolView } from '@keen-anvil/contract';
import { machineFields, materialFields, pieceFields, toolFields, type TurnedRecord } from '@keen-anvil/core/records';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());
const { api, get, find, byName } = asker(() => server);

const [PHONE, TABLET] = [randomUUID(), randomUUID()];
const blade = () => byName<ToolView>(addresses.tools(), 'Fine blade');
const plotter = () => byName<MachineView>(addresses.machines(), 'Long plotter');
const navy = () => byName<MaterialView>(addresses.materials(), 'Outdoor vinyl, navy');

const turnsOf = async (kind: TurnedRecord, id: string, device: string) =>
  (await api().get(addresses.recordTurns({ kind, id })).set('Device-Id', device).expect(200)).body as unknown;
const turn = (kind: TurnedRecord, id: string, way: 'undo' | 'redo', device = PHONE) =>
  api().post(addresses.turnRecord({ kind, id })).set('Device-Id', device).send({ turn: way });
async function changeBlade(fields: Partial<ToolView>, device: string): Promise<void> {
  const tool = await blade().then((found) => found ?? byName<ToolView>(addresses.tools(), 'Finer blade'));
  await api()
    .put(addresses.changeTool({ id: tool.id }))
    .set('Device-Id', device)
    .send({ ...toolFields(tool), version: tool.version, ...fields })
    .expect(200);
}

describe('a change of a record', () => {
  it('is taken back and done again on the device that made it, and leaves what others changed meanwhile', async () => {
    const { id, name, life } = await blade();
    await changeBlade({ name: 'Finer blade' }, PHONE);
    expect(await turnsOf('tool', id, PHONE)).toEqual({
      undo: { before: { name: 'Finer blade' }, after: { name } },
      redo: null,
    });
    expect(await turnsOf('tool', id, TABLET)).toEqual({ undo: null, redo: null });
    await changeBlade({ life: 1234 }, TABLET);
    const { body } = await turn('tool', id, 'undo').expect(200);
    expect(body).toEqual({ undo: null, redo: { before: { name }, after: { name: 'Finer blade' } } });
    expect(await blade()).toMatchObject({ id, name, life: 1234 });
    await turn('tool', id, 'redo').expect(200);
    expect((await byName<ToolView>(addresses.tools(), 'Finer blade')).id).toBe(id);
    await turn('tool', id, 'undo').expect(200);
    await turn('tool', id, 'undo', TABLET).expect(200);
    expect((await blade()).life).toBe(life);
  });

  it('is not taken back over what somebody else made of the same field since', async () => {
    const { id, life } = await blade();
    await changeBlade({ life: 2000 }, PHONE);
    await changeBlade({ life: 2100 }, TABLET);
    expect(await turnsOf('tool', id, PHONE)).toMatchObject({ undo: null });
    const { body } = await turn('tool', id, 'undo').expect(422);
    expect(body.error.message).toBe('What was changed then was changed again since: look at it as it is now.');
    expect((await blade()).life).toBe(2100);
    await turn('tool', id, 'undo', TABLET).expect(200);
    // As the phone made it, it can be taken back again.
    await turn('tool', id, 'undo').expect(200);
    expect((await blade()).life).toBe(life);
  });

  it('forgets what was taken back before it, and is done once however often it is sent', async () => {
    const { id, life } = await blade();
    await changeBlade({ life: 2000 }, PHONE);
    await turn('tool', id, 'undo').expect(200);
    await changeBlade({ life: 2200 }, PHONE);
    expect((await turn('tool', id, 'redo').expect(422)).body.error.message).toBe('There is nothing to do again.');
    await changeBlade({ life: 2300 }, PHONE);
    const key = `undo ${id}`.replace(/\W/g, '-');
    const sent = () => turn('tool', id, 'undo').set('Idempotency-Key', key).expect(200);
    expect((await sent()).body).toEqual((await sent()).body);
    expect((await blade()).life).toBe(2200);
    await turn('tool', id, 'undo').expect(200);
    expect((await blade()).life).toBe(life);
  });

  it('is taken back of machines, materials, pieces and notes too, to the last field', async () => {
    const machine = await plotter();
    const put = (url: string, body: object) => api().put(url).set('Device-Id', PHONE).send(body).expect(200);
    await put(addresses.changeMachine({ id: machine.id }), {
      ...machineFields(machine),
      version: machine.version,
      marginSideMm: machine.marginSideMm + 3,
      dials: machineFields(machine).dials.map((dial) =>
        dial.name === 'force' ? { ...dial, max: dial.max + 10 } : dial,
      ),
    });
    await turn('machine', machine.id, 'undo').expect(200);
    expect(machineFields(await plotter())).toEqual(machineFields(machine));

    const material = await navy();
    await put(addresses.changeMaterial({ id: material.id }), {
      ...materialFields(material),
      version: material.version,
      notes: 'from the other shop',
    });
    await turn('material', material.id, 'undo').expect(200);
    expect(materialFields(await navy())).toEqual(materialFields(material));

    const [piece] = material.pieces;
    await put(addresses.changePiece({ id: piece.id }), {
      ...pieceFields(piece),
      version: piece.version,
      count: piece.count + 2,
    });
    expect(
      (
        await api()
          .get(addresses.changedPieces({ id: material.id }))
          .set('Device-Id', PHONE)
          .expect(200)
      ).body,
    ).toEqual([piece.id]);
    await turn('piece', piece.id, 'undo').expect(200);
    expect((await navy()).pieces.find(({ id }) => id === piece.id)).toEqual({ ...piece, version: piece.version + 2 });

    const recipe = await find('navy vinyl long plotter');
    await put(addresses.noteRecipe({ id: recipe.id }), { version: recipe.version, note: 'slowly at corners' });
    await turn('note', recipe.id, 'undo').expect(200);
    expect((await get<RecipeDetail>(addresses.recipe({ id: recipe.id }))).note).toBe(recipe.note);
  });

  it('is of no record that there is not', async () => {
    await api()
      .get(addresses.recordTurns({ kind: 'tool', id: randomUUID() }))
      .expect(404);
    await api().get('/api/records/drawer/7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11/turns').expect(404);
    expect((await turn('tool', randomUUID(), 'undo').expect(422)).body.error.message).toBe(
      'There is nothing to take back.',
    );
  });
});
