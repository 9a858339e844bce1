import type { Dial, Machine, MotionLimits } from '@keen-anvil/core/machines';
import type { Db } from '../db/pool';

interface MachineRow extends Omit<Machine, 'dials' | 'motion'>, MotionLimits {}

/** All machines of the workshop with their dials, in order of name. */
export async function listMachines(db: Db, workshopId: string): Promise<Machine[]> {
  const { rows } = await db.query<MachineRow>(
    `SELECT id, name, kind, work_width_mm AS "workWidthMm", work_length_mm AS "workLengthMm",
       margin_side_mm AS "marginSideMm", margin_lead_mm AS "marginLeadMm", margin_tail_mm AS "marginTailMm",
       holders, max_passes AS "maxPasses", acceleration_mm_s2 AS "accelerationMmS2",
       top_speed_mm_s AS "topSpeedMmS", travel_speed_mm_s AS "travelSpeedMmS",
       junction_deviation_mm AS "junctionDeviationMm", head_down_s AS "headDownSeconds", head_up_s AS "headUpSeconds"
     FROM machine WHERE workshop_id = $1 ORDER BY name DESC`,
    [workshopId],
  );
  const dials = await listDials(db, workshopId);
  return rows.map(({ accelerationMmS2, topSpeedMmS, travelSpeedMmS, junctionDeviationMm, headDownSeconds, headUpSeconds, ...machine }) => ({
    ...machine,
    motion: { accelerationMmS2, topSpeedMmS, travelSpeedMmS, junctionDeviationMm, headDownSeconds, headUpSeconds },
    dials: dials.filter((dial) => dial.machineId === machine.id).map(({ machineId: _, ...dial }) => dial),
  }));
}

async function listDials(db: Db, workshopId: string): Promise<(Dial & { machineId: string })[]> {
  const { rows } = await db.query<Dial & { machineId: string }>(
    `SELECT d.machine_id AS "machineId", d.name, d.label, d.unit, d.physical_unit AS "physicalUnit",
       d.min_value AS min, d.max_value AS max, d.step_value AS step,
       coalesce(jsonb_agg(jsonb_build_object('dial', c.dial_value, 'physical', c.physical_value) ORDER BY c.dial_value)
         FILTER (WHERE c.dial_id IS NOT NULL), '[]') AS calibration
     FROM machine_dial d LEFT JOIN calibration_point c ON c.dial_id = d.id
     WHERE d.workshop_id = $1 GROUP BY d.id ORDER BY d.machine_id, d.position`,
    [workshopId],
  );
  return rows;
}
