import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Brand, ThemeSwitch } from './Brand.tsx';
import { Notices } from './Notices.tsx';

/** The head alone, where no plan is open. */
export function PlainShell({ children }: { children: ReactNode }) {
  return (
    <div className="shell">
      <header className="head">
        <Brand />
        <div className="head-plan" />
        <Link className="rule-link" to="/rule">
          Slide rule
        </Link>
        <ThemeSwitch />
      </header>
      <main className="page">{children}</main>
      <Notices />
    </div>
  );
}
