import { kerfProblem, type KerfReading } from '../toolpath';
import { detailsProblem, readTyped, type Details, type Fault, type TypedQuantity } from '../units';
import { familyOf } from './family';

interface MaterialFacts {
  family: string;
  thicknessMm: number;
  readingsMm: readonly number[];
  details: Details;
  typed: Readonly<Record<string, TypedQuantity>>;
  kerfs?: readonly (KerfReading & { machineId: string })[];
}

/** What is wrong with a material's fields, as a sentence; null where nothing is. */
export function materialProblem(material: MaterialFacts): Fault | null {
  const problem = detailsProblem(familyOf(material.family).fields, material.details);
  if (problem) return { message: problem, field: 'details' };
  const { thicknessMm: typed } = material.typed;
  const read = typed && readTyped(typed.text, typed.unit, 'mm');
  if (typed && material.readingsMm.length === 0 && Math.abs((read?.value ?? NaN) - material.thicknessMm) > 1e-6)
    return {
      message: `${typed.text} ${typed.unit} was typed for the thickness, but ${material.thicknessMm} mm came.`,
      field: 'typed',
    };
  for (const kerf of material.kerfs ?? []) {
    if (material.kerfs!.filter(({ machineId }) => machineId === kerf.machineId).length > 1)
      return { message: 'A material has one kerf for each machine; two came for one.', field: 'kerfs' };
    const off = kerfProblem(kerf);
    if (off) return { message: off, field: 'kerfs' };
  }
  return null;
}
