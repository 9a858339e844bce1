import type { MachineFields, MachineView } from '@keen-anvil/contract';
import { quantityOf } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

/** The machines of a workshop `$1`, in order of name; those put away come last. */
export const MACHINES_SQL = `SELECT id, version, name, kind, work_width_mm AS "workWidthMm", work_length_mm AS "workLengthMm",
    margin_side_mm AS "marginSideMm", margin_lead_mm AS "marginLeadMm", margin_tail_mm AS "marginTailMm",
    carrier_side_mm AS "carrierSideMm", carrier_lead_mm AS "carrierLeadMm", carrier_tail_mm AS "carrierTailMm",
    holders, max_passes AS "maxPasses", rated_power_w AS "ratedPowerW", spot_mm AS "spotMm", origin, homes, mark_inset_mm AS "markInsetMm", mark_leg_mm AS "markLegMm",
    zero, lag_ms AS "lagMs", point_power AS "pointPower", driver, holder_offsets AS "holderOffsets", cable_flow AS "cableFlow", baud, buffer_characters AS "bufferCharacters",
    jsonb_build_object('accelerationMmS2', acceleration_mm_s2, 'topSpeedMmS', top_speed_mm_s, 'travelSpeedMmS', travel_speed_mm_s,
      'junctionDeviationMm', junction_deviation_mm, 'headDownSeconds', head_down_s, 'headUpSeconds', head_up_s) AS motion,
    archived_at IS NOT NULL AS "isArchived",
    coalesce((SELECT jsonb_agg(jsonb_build_object('name', d.name, 'label', d.label, 'unit', d.unit, 'physicalUnit', d.physical_unit,
        'min', d.min_value, 'max', d.max_value, 'step', d.step_value, 'isRated', d.is_rated,
        'calibration', coalesce((SELECT jsonb_agg(jsonb_build_object('dial', c.dial_value, 'physical', c.physical_value) ORDER BY c.position)
          FROM calibration_point c WHERE c.workshop_id = d.workshop_id AND c.machine_id = d.machine_id AND c.dial_name = d.name), '[]')) ORDER BY d.position)
      FROM machine_dial d WHERE d.workshop_id = machine.workshop_id AND d.machine_id = machine.id), '[]') AS dials
  FROM machine WHERE workshop_id = $1
  ORDER BY archived_at IS NOT NULL, array_position(ARRAY['plotter', 'diode-laser', 'co2-laser', 'clam-press', 'hand-press'], kind), work_width_mm DESC, name, id`;

/** The machines of the workshop with their dials. */
export async function listMachines(db: Db, workshopId: string): Promise<MachineView[]> {
  return (await db.query<MachineView>(MACHINES_SQL, [workshopId])).rows;
}

const values = (workshopId: string, id: string, m: MachineFields): unknown[] => [
  workshopId,
  id,
  m.name,
  m.kind,
  m.workWidthMm,
  m.workLengthMm,
  m.marginSideMm,
  m.marginLeadMm,
  m.marginTailMm,
  m.carrierSideMm,
  m.carrierLeadMm,
  m.carrierTailMm,
  m.holders,
  m.maxPasses,
  m.ratedPowerW ?? null,
  m.spotMm ?? null,
  m.origin,
  m.homes,
  m.motion.accelerationMmS2,
  m.motion.topSpeedMmS,
  m.motion.travelSpeedMmS,
  m.motion.junctionDeviationMm,
  m.motion.headDownSeconds,
  m.motion.headUpSeconds,
  m.markInsetMm ?? null,
  m.markLegMm ?? null,
  m.zero ?? 'machine',
  m.lagMs ?? null,
  m.pointPower ?? null,
  m.driver ?? 'stand-in',
  m.cableFlow ?? null,
  m.baud ?? null,
  m.bufferCharacters ?? null,
  JSON.stringify(m.holderOffsets ?? []),
];

/** Adds a machine with its dials. Returns false where there is one with this id. */
export async function insertMachine(db: Db, workshopId: string, id: string, machine: MachineFields): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO machine (workshop_id, id, name, kind, work_width_mm, work_length_mm, margin_side_mm, margin_lead_mm, margin_tail_mm,
       carrier_side_mm, carrier_lead_mm, carrier_tail_mm, holders, max_passes, rated_power_w, spot_mm, origin, homes,
       acceleration_mm_s2, top_speed_mm_s, travel_speed_mm_s, junction_deviation_mm, head_down_s, head_up_s, mark_inset_mm, mark_leg_mm, zero, lag_ms, point_power, driver, cable_flow, baud, buffer_characters, holder_offsets)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24, $25, $26, $27, $28, $29, $30, $31, $32, $33, $34) ON CONFLICT DO NOTHING`,
    values(workshopId, id, machine),
  );
  if (rowCount === 1) await writeDials(db, workshopId, id, machine.dials);
  return rowCount === 1;
}

/** Writes a machine's fields and dials anew. */
export async function updateMachine(db: Db, workshopId: string, id: string, machine: MachineFields): Promise<void> {
  await db.query(
    `UPDATE machine SET version = version + 1, name = $3, kind = $4, work_width_mm = $5, work_length_mm = $6, margin_side_mm = $7, margin_lead_mm = $8, margin_tail_mm = $9,
       carrier_side_mm = $10, carrier_lead_mm = $11, carrier_tail_mm = $12, holders = $13, max_passes = $14, rated_power_w = $15, spot_mm = $16, origin = $17, homes = $18,
       acceleration_mm_s2 = $19, top_speed_mm_s = $20, travel_speed_mm_s = $21, junction_deviation_mm = $22, head_down_s = $23, head_up_s = $24, mark_inset_mm = $25, mark_leg_mm = $26,
       zero = $27, lag_ms = $28, point_power = $29, driver = $30, cable_flow = $31, baud = $32, buffer_characters = $33, holder_offsets = $34
     WHERE workshop_id = $1 AND id = $2`,
    values(workshopId, id, machine),
  );
  await db.query('DELETE FROM machine_dial WHERE workshop_id = $1 AND machine_id = $2', [workshopId, id]);
  await writeDials(db, workshopId, id, machine.dials);
}

async function writeDials(db: Db, workshopId: string, machineId: string, dials: MachineFields['dials']): Promise<void> {
  for (const [position, dial] of dials.entries()) {
    await db.query(
      `INSERT INTO machine_dial (workshop_id, machine_id, position, name, label, unit, physical_unit, min_value, max_value, step_value, is_rated)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [
        workshopId,
        machineId,
        position,
        dial.name,
        dial.label,
        dial.unit,
        quantityOf(dial.name).physicalUnit,
        dial.min,
        dial.max,
        dial.step,
        dial.isRated ?? false,
      ],
    );
    await db.query(
      `INSERT INTO calibration_point (workshop_id, machine_id, dial_name, position, dial_value, physical_value)
       SELECT $1, $2, $3, place - 1, dial, physical FROM unnest($4::double precision[], $5::double precision[]) WITH ORDINALITY AS p (dial, physical, place)`,
      [
        workshopId,
        machineId,
        dial.name,
        dial.calibration.map((point) => point.dial),
        dial.calibration.map((point) => point.physical),
      ],
    );
  }
}
