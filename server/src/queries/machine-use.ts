import type { Db } from '../db/db';

/** What a machine is kept for. */
export interface MachineUse {
  /** The run, trial sheet or pressing. */
  id: string;
  machineName: string;
  /** The job's name, or the material that is tuned. */
  forName: string;
  state: 'holding' | 'running' | 'paused' | 'trial';
}

/** Locks a machine, so that two who want it come one after the other. */
export async function lockMachine(db: Db, workshopId: string, machineId: string): Promise<void> {
  await db.query('SELECT 1 FROM machine WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE', [workshopId, machineId]);
}

/** What a machine is kept for now, if anything; what is done by hand is on a machine of the maker's own. */
export async function findMachineUse(db: Db, workshopId: string, machineId: string): Promise<MachineUse | undefined> {
  const { rows } = await db.query<MachineUse>(
    `SELECT r.id, a.name AS "machineName", j.name AS "forName", r.state FROM run r JOIN job j ON j.id = r.job_id JOIN machine a ON a.workshop_id = r.workshop_id AND a.id = r.machine_id
       WHERE r.workshop_id = $1 AND r.machine_id = $2 AND r.state IN ('holding', 'running', 'paused') AND NOT r.by_hand
     UNION ALL
     SELECT t.id, a.name, m.name, 'trial' FROM trial_sheet t JOIN tuning u ON u.workshop_id = t.workshop_id AND u.id = t.tuning_id
         JOIN recipe c ON c.workshop_id = u.workshop_id AND c.id = u.recipe_id JOIN material m ON m.workshop_id = c.workshop_id AND m.id = c.material_id
         JOIN machine a ON a.workshop_id = t.workshop_id AND a.id = t.machine_id
       WHERE t.workshop_id = $1 AND t.machine_id = $2 AND t.state = 'running'
     UNION ALL
     SELECT p.id, a.name, p.name, p.state FROM pressing p JOIN machine a ON a.workshop_id = p.workshop_id AND a.id = p.machine_id
       WHERE p.workshop_id = $1 AND p.machine_id = $2 AND p.state IN ('running', 'paused')
     LIMIT 1`,
    [workshopId, machineId],
  );
  return rows[0];
}
