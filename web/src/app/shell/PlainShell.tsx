import { useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { KeyGroup } from '../key-groups.ts';
import { oneKey, useKeyGroups } from '../keys.ts';
import { useAppDispatch } from '../store.ts';
import { helpToggled } from '../view.ts';
import { Brand, ThemeSwitch } from './Brand.tsx';
import { HelpButton } from './HelpButton.tsx';
import { HelpDialog } from './HelpDialog.tsx';
import { Notices } from './Notices.tsx';
import { MAIN_TARGET, SkipLink } from './SkipLink.tsx';
import { Spoken } from './Spoken.tsx';
import { useTitle } from './use-title.ts';

/** The head alone, where no plan is open; `title` is the heading of the page and of its tab. */
export function PlainShell({ title, children }: { title: string; children: ReactNode }) {
  useTitle(title);
  const dispatch = useAppDispatch();
  const keys = useMemo(
    (): KeyGroup[] => [oneKey('help on this screen', ['f1', 'F1'], () => dispatch(helpToggled()))],
    [dispatch],
  );
  useKeyGroups(keys, { inFields: true });
  return (
    <div className="shell">
      <SkipLink />
      <header className="head">
        <Brand />
        <div className="head-plan" />
        <Link className="rule-link" to="/rule">
          Slide rule
        </Link>
        <HelpButton />
        <ThemeSwitch />
      </header>
      <main className="page" {...MAIN_TARGET}>
        <h1 className="visually-hidden">{title}</h1>
        {children}
      </main>
      <Spoken />
      <Notices />
      <HelpDialog everywhere={keys} />
    </div>
  );
}
