import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { addresses, type JobDetail, type MaterialView } from '@keen-anvil/contract';
import type { asker } from './ask';
import { wish } from './wish';

/** A boat number in two colours. */
const BOAT_NUMBER = readFileSync(join(__dirname, '../../core/testing/boat-number-48.svg'));

/** A job with a drawing whose steps have their materials, ready to be run. @param materialNames one for each step, in order */
export async function readyJob(
  { api, drawn }: Pick<ReturnType<typeof asker>, 'api' | 'drawn'>,
  materialNames: readonly string[] = ['Outdoor vinyl, white', 'Outdoor vinyl, navy'],
  drawing: Buffer | string = BOAT_NUMBER,
): Promise<JobDetail> {
  const id = randomUUID();
  const materials: MaterialView[] = (await api().get(addresses.materials())).body;
  await api().post(addresses.jobs()).send({ id, name: 'Boat numbers' });
  let job = await drawn(
    api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'a.svg' }))
      .set('Content-Type', 'image/svg+xml')
      .send(drawing),
  );
  for (const [i, name] of materialNames.slice(0, job.steps.length).entries()) {
    const materialId = materials.find((m) => m.name === name)!.id;
    job = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(job, { do: 'change-step', stepId: job.steps[i].id, materialId }))
        .expect(200),
    );
  }
  return job;
}
