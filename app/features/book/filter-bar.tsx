import { PROCESSES, processOf, TEMPERS, type ProcessName, type Temper } from '@keen-anvil/core/recipes';
import { memo, useState } from 'react';
import { Pressable, ScrollView } from 'react-native';
import { onceClosed } from '../../ui/back-closes';
import { Decision, Option } from '../../ui/choice';
import { ProcessMark, TemperMark } from '../../ui/marks';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { useMachines } from '../shop/queries';
import type { BookFilter } from './filter';
import { useMaterial } from '../shop/materials';
import { ShelfOptions } from '../shop/shelf-options';

type Asked = 'material' | 'machine' | 'process' | 'temper';

interface FilterBarProps {
  filter: BookFilter;
  onChange: (change: BookFilter) => void;
}

/** Narrows the book down by material, machine, process or temper, one decision at a time. */
export const FilterBar = memo(function FilterBar({ filter, onChange }: FilterBarProps) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const machines = useMachines().data ?? [];
  const material = useMaterial(filter.material).data;
  const said: Record<Asked, string | undefined> = {
    material: filter.material ? material?.name : undefined,
    machine: machines.find((m) => m.id === filter.machine)?.name,
    process: filter.process && processOf(filter.process as ProcessName).label,
    temper: filter.temper,
  };
  const choose = (value: string | undefined) => {
    const change = { [asked!]: value ?? '' };
    setAsked(null);
    onceClosed(() => onChange(change));
  };
  const all = (label: string) => <Option label={label} isChosen={!filter[asked!]} onPress={() => choose(undefined)} />;
  return (
    <>
      <ScrollView horizontal showsHorizontalScrollIndicator={false} contentContainerStyle={{ gap: SPACE.small }}>
        {(['process', 'machine', 'material', 'temper'] as const).map((name) => (
          <FilterKey key={name} name={name} said={said[name]} onPress={() => setAsked(name)} />
        ))}
      </ScrollView>
      <Decision title="Which process?" isOpen={asked === 'process'} onClose={() => setAsked(null)}>
        {all('All processes')}
        {PROCESSES.map((p) => (
          <Option
            key={p.name}
            label={p.label}
            mark={<ProcessMark process={p.name} isBare />}
            isChosen={p.name === filter.process}
            onPress={() => choose(p.name)}
          />
        ))}
      </Decision>
      <Decision title="Which machine?" isOpen={asked === 'machine'} onClose={() => setAsked(null)}>
        {all('All machines')}
        {machines.map((m) => (
          <Option key={m.id} label={m.name} isChosen={m.id === filter.machine} onPress={() => choose(m.id)} />
        ))}
      </Decision>
      <Decision title="Which material?" isOpen={asked === 'material'} onClose={() => setAsked(null)}>
        {all('All materials')}
        {asked === 'material' ? (
          <ShelfOptions isArchived={null} chosen={filter.material} onChoose={({ id }) => choose(id)} />
        ) : null}
      </Decision>
      <Decision title="How proven?" isOpen={asked === 'temper'} onClose={() => setAsked(null)}>
        {all('Every temper')}
        {TEMPERS.map((t) => (
          <Option
            key={t}
            label={TEMPER_WORDS[t]}
            mark={<TemperMark temper={t} />}
            isChosen={t === filter.temper}
            onPress={() => choose(t)}
          />
        ))}
      </Decision>
    </>
  );
});

const TEMPER_WORDS: Readonly<Record<Temper, string>> = {
  bare: 'a guess',
  straw: 'borrowed',
  bronze: 'tried once and right',
  violet: 'right several times',
  blue: 'right in three real runs',
};

function FilterKey({ name, said, onPress }: { name: Asked; said: string | undefined; onPress: () => void }) {
  const { quench, rule, ink, card } = useTokens();
  return (
    <Pressable
      role="button"
      aria-label={said ? `${name}: ${said}` : `Narrow down by ${name}`}
      onPress={onPress}
      style={{
        minHeight: TARGET,
        paddingHorizontal: SPACE.base,
        justifyContent: 'center',
        borderWidth: said ? 2 : 1,
        borderColor: said ? quench : rule,
        borderRadius: 4,
        backgroundColor: card,
      }}
    >
      <Body style={{ color: said ? quench : ink }}>{said ?? name}</Body>
    </Pressable>
  );
}
