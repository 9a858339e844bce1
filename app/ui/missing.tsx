import { Aside } from './type';

/** Says beside a grey key what is missing before it can be pressed; nothing where nothing is. */
export function Missing({ what }: { what: string | null | false }) {
  return what ? <Aside testID="missing">{what}</Aside> : null;
}
