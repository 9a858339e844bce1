import { Pressable } from 'react-native';
import { Icon, type IconName } from '../../ui/icon';
import { useTokens } from '../../ui/theme';
import { TARGET } from '../../ui/tokens';

/** A key that moves something one step. */
export function Arrow({ icon, label, onPress }: { icon: IconName; label: string; onPress: () => void }) {
  const { slate, ink } = useTokens();
  return (
    <Pressable
      role="button"
      aria-label={label}
      onPress={onPress}
      style={{
        flex: 1,
        minHeight: TARGET + 4,
        alignItems: 'center',
        justifyContent: 'center',
        borderWidth: 1,
        borderColor: slate,
        borderRadius: 4,
      }}
    >
      <Icon name={icon} size={26} color={ink} />
    </Pressable>
  );
}
