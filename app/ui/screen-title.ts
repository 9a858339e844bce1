import { useEffect } from 'react';

const APPLICATION = 'Keen Anvil';
/** What the screens that are shown are called; the one that came last is named by the window. */
const shown: symbol[] = [];
const names = new Map<symbol, string>();

function say(): void {
  if (typeof document === 'undefined') return;
  const last = shown.at(-1);
  const name = last && names.get(last);
  document.title = name ? `${name} · ${APPLICATION}` : APPLICATION;
}

/** Names the window, and so its entry in the browser's history, after a screen as long as that is shown. */
export function useScreenTitle(name: string): void {
  useEffect(() => {
    const screen = Symbol(name);
    shown.push(screen);
    names.set(screen, name);
    say();
    return () => {
      shown.splice(shown.indexOf(screen), 1);
      names.delete(screen);
      say();
    };
  }, [name]);
}
