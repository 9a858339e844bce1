import { Icon, type IconName } from './icon';
import { Pressable } from 'react-native';
import { useTokens } from './theme';
import { SPACE, TARGET } from './tokens';
import { Strong } from './type';

interface TextKeyProps {
  title: string;
  icon?: IconName;
  /** What a screen reader says, where the title alone does not tell. */
  label?: string;
  isRisky?: boolean;
  isDisabled?: boolean;
  onPress: () => void;
}

/** A key of words alone, for what is not the main thing on the page. */
export function TextKey({ title, icon, label, isRisky, isDisabled, onPress }: TextKeyProps) {
  const { quench, rust, slate } = useTokens();
  const colour = isDisabled ? slate : isRisky ? rust : quench;
  return (
    <Pressable
      role="button"
      aria-label={label ?? title}
      aria-disabled={isDisabled}
      disabled={isDisabled}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: 6,
        minHeight: TARGET,
        minWidth: TARGET,
        paddingRight: SPACE.small,
      }}
    >
      {icon ? <Icon name={icon} size={20} color={colour} /> : null}
      <Strong style={{ color: colour }}>{title}</Strong>
    </Pressable>
  );
}
