import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Brand, ThemeSwitch } from './Brand.tsx';
import { Notices } from './Notices.tsx';
import { MAIN_TARGET, SkipLink } from './SkipLink.tsx';
import { Spoken } from './Spoken.tsx';
import { useTitle } from './use-title.ts';

/** The head alone, where no plan is open; `title` is the heading of the page and of its tab. */
export function PlainShell({ title, children }: { title: string; children: ReactNode }) {
  useTitle(title);
  return (
    <div className="shell">
      <SkipLink />
      <header className="head">
        <Brand />
        <div className="head-plan" />
        <Link className="rule-link" to="/rule">
          Slide rule
        </Link>
        <ThemeSwitch />
      </header>
      <main className="page" {...MAIN_TARGET}>
        <h1 className="visually-hidden">{title}</h1>
        {children}
      </main>
      <Spoken />
      <Notices />
    </div>
  );
}
