import type { ReactNode } from 'react';
import { Brand, ThemeSwitch } from './Brand.tsx';
import { Notices } from './Notices.tsx';

/** The head alone, where no plan is open. */
export function PlainShell({ children }: { children: ReactNode }) {
  return (
    <div className="shell">
      <header className="head">
        <Brand />
        <div className="head-plan" />
        <ThemeSwitch />
      </header>
      <main className="page">{children}</main>
      <Notices />
    </div>
  );
}
