import { Button } from './elements';
import { usePathname, useRouter } from 'expo-router';
import { Page } from './page';
import { Nothing } from './states';
import { Body } from './type';

/** An address that leads nowhere: says so, and the way on. */
export function NowherePage() {
  const router = useRouter();
  const path = usePathname();
  return (
    <Page
      title="No such page"
      back={{ label: 'Bench', href: '/' }}
      foot={<Button title="Back to the Bench" onPress={() => router.replace('/')} />}
    >
      <Nothing title="Nothing is kept at this address">
        <Body>{`“${path}” leads nowhere: it may be mistyped, or what it led to was removed. Nothing else is changed.`}</Body>
      </Nothing>
    </Page>
  );
}
