import { convertUnit, formatNumber } from '@keen-anvil/core/units';
import { createContext, useContext, useMemo, useState, type PropsWithChildren } from 'react';
import { readPreference, writePreference } from './preference';

/** What can be shown in one unit or another, and which ones there are to choose from. */
export const UNIT_CHOICES = {
  length: ['mm', 'in'],
  speed: ['mm/s', 'mm/min', 'in/s'],
  temperature: ['°C', '°F'],
} as const;
export type UnitKind = keyof typeof UNIT_CHOICES;
type Chosen = Record<UnitKind, string>;

const USUAL: Chosen = { length: 'mm', speed: 'mm/s', temperature: '°C' };
const KINDS = Object.keys(UNIT_CHOICES) as UnitKind[];

export interface Units {
  chosen: Chosen;
  choose: (kind: UnitKind, unit: string) => void;
  /** The unit in which a value of this unit is shown here. */
  unitFor: (unit: string) => string;
  /** A value with its unit, as the maker prefers it. */
  show: (value: number, unit: string) => string;
  /** How far two values are apart: 5 °C are 9 °F, not 41. */
  showDifference: (value: number, unit: string) => string;
}

const UnitsContext = createContext<Units | null>(null);

/** Units as the maker prefers them; what stands on a machine's own dial is never turned into another. */
export function useUnits(): Units {
  const units = useContext(UnitsContext);
  return units ?? unitsOf(USUAL, () => undefined);
}

/** Gives everything below it the maker's units, kept on this device. */
export function UnitsProvider({ children }: PropsWithChildren) {
  const [chosen, setChosen] = useState<Chosen>(() =>
    KINDS.reduce((all, kind) => ({ ...all, [kind]: kept(kind) }), USUAL),
  );
  const units = useMemo(
    () =>
      unitsOf(chosen, (kind, unit) => {
        writePreference(`unit.${kind}`, unit);
        setChosen((now) => ({ ...now, [kind]: unit }));
      }),
    [chosen],
  );
  return <UnitsContext.Provider value={units}>{children}</UnitsContext.Provider>;
}

function kept(kind: UnitKind): string {
  const unit = readPreference(`unit.${kind}`);
  return (UNIT_CHOICES[kind] as readonly string[]).includes(unit ?? '') ? unit! : USUAL[kind];
}

function unitsOf(chosen: Chosen, choose: Units['choose']): Units {
  const unitFor = (unit: string): string => {
    const kind = KINDS.find((k) => (UNIT_CHOICES[k] as readonly string[]).includes(unit));
    return kind ? chosen[kind] : unit;
  };
  return {
    chosen,
    choose,
    unitFor,
    show: (value, unit) => {
      const shown = unitFor(unit);
      const converted = convertUnit(value, unit, shown) ?? value;
      return `${formatNumber(converted, shown === 'in' ? 4 : 3)} ${shown}`.trim();
    },
    showDifference: (value, unit) => {
      const shown = unitFor(unit);
      const converted = (convertUnit(value, unit, shown) ?? value) - (convertUnit(0, unit, shown) ?? 0);
      return `${formatNumber(converted, shown === 'in' ? 4 : 3)} ${shown}`.trim();
    },
  };
}
