import { OUTCOMES, processOf, type Outcome, type ProcessName } from '@keen-anvil/core/recipes';
import { Pressable, View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import { OutcomeDrawing } from './outcome-drawing';

const KEY_HEIGHT = 64;

interface OutcomeKeysProps {
  process: ProcessName;
  /** The material's colour, for the drawings. */
  colour: string;
  /** What the stand-in saw, and where it was wrong. */
  seen: Outcome | null;
  where?: string | null;
  /** What holds now, where a verdict is corrected. */
  chosen?: Outcome | null;
  isBusy: boolean;
  onChoose: (outcome: Outcome) => void;
}

/** The five outcomes in the words of the process, each with a drawing of what it looks like; what the stand-in saw is marked. */
export function OutcomeKeys({
  process,
  colour,
  seen,
  where = null,
  chosen = null,
  isBusy,
  onChoose,
}: OutcomeKeysProps) {
  const { rule, moss, rust, quench, card } = useTokens();
  const words = processOf(process).outcomes;
  return (
    <View role="group" aria-label="Outcome" style={{ gap: SPACE.small }}>
      {OUTCOMES.map((outcome) => {
        const isSeen = outcome === seen;
        const isChosen = outcome === chosen;
        return (
          <Pressable
            key={outcome}
            role="button"
            aria-pressed={chosen === null ? undefined : isChosen}
            disabled={isBusy}
            onPress={() => onChoose(outcome)}
            style={{
              minHeight: KEY_HEIGHT,
              flexDirection: 'row',
              alignItems: 'center',
              gap: SPACE.base,
              paddingHorizontal: SPACE.base,
              backgroundColor: card,
              borderWidth: isSeen || isChosen ? 2 : 1,
              borderColor: isSeen || isChosen ? quench : rule,
              borderLeftWidth: 6,
              borderLeftColor: outcome === 'right' ? moss : rust,
              borderRadius: 3,
            }}
          >
            <OutcomeDrawing process={process} outcome={outcome} colour={colour} />
            <View style={{ flex: 1 }}>
              <Strong>{words[outcome]}</Strong>
              {isChosen ? <Aside>as it stands</Aside> : null}
              {isSeen ? <Aside>the stand-in saw this{where && outcome !== 'right' ? `, ${where}` : ''}</Aside> : null}
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}
