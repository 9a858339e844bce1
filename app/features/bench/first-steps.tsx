import type { MachineView } from '@keen-anvil/contract';
import { useRouter, type Href } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Heading, Strong } from '../../ui/type';
import { useShelf } from '../shop/materials';
import { useTools } from '../shop/queries';

interface FirstStep {
  what: string;
  why: string;
  isDone: boolean;
  href: Href;
}

/** Where nothing is going on yet: what a workshop needs before its first job, in order, each at one tap. */
export function FirstSteps({ machines }: { machines: readonly MachineView[] }) {
  const { moss } = useTokens();
  const router = useRouter();
  const tools = useTools().data ?? [];
  const shelf = useShelf('', false).data;
  const present = machines.filter(({ isArchived }) => !isArchived);
  const steps: FirstStep[] = [
    {
      what: 'Add a machine',
      why: 'How far it reaches, and which dials it has.',
      isDone: present.length > 0,
      href: '/shop/machine/new',
    },
    {
      what: 'Add a tool',
      why: 'A blade, a pen, a tip or a beam, that goes into a machine.',
      isDone: tools.some(({ isArchived }) => !isArchived),
      href: '/shop/tool/new',
    },
    {
      what: 'Add a material',
      why: 'What is cut, engraved or pressed, and how large the piece is.',
      isDone: Boolean(shelf?.pages[0]?.length),
      href: '/stock/new',
    },
    {
      what: 'New job',
      why: 'A drawing, a text or a picture, and what becomes of it.',
      isDone: false,
      href: '/jobs/new',
    },
  ];
  const next = steps.findIndex(({ isDone }) => !isDone);
  return (
    <Leaf testID="first-steps">
      <Heading>{next === steps.length - 1 ? 'Ready for the first job' : 'What a first job needs'}</Heading>
      {steps.map(({ what, why, isDone, href }, i) => (
        <View key={what} style={{ gap: SPACE.hair }}>
          {i === next ? (
            <>
              <Aside>{`${i + 1}. ${why}`}</Aside>
              <Button title={what} onPress={() => router.push(href)} />
            </>
          ) : (
            <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'baseline' }}>
              <Strong style={{ color: isDone ? moss : undefined }}>{`${i + 1}. ${what}`}</Strong>
              {isDone ? <Aside style={{ flex: 1 }}>done</Aside> : null}
            </View>
          )}
        </View>
      ))}
    </Leaf>
  );
}
