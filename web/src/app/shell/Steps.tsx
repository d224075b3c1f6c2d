import { Nav } from 'react-bootstrap';
import { useMemo } from 'react';
import { Link, NavLink, useLocation } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { faultsOn } from '../fault-places.ts';
import { useFaults } from '../faults.ts';
import { counted } from '../format.ts';
import { nextStep } from './next-step.ts';

/** The steps of the work, in order. */
export const STEPS = [
  { path: 'brief', name: 'Brief' },
  { path: 'listen', name: 'Listen' },
  { path: 'footage', name: 'Footage' },
  { path: 'score', name: 'Score' },
  { path: 'moves', name: 'Moves' },
  { path: 'speeds', name: 'Speeds' },
  { path: 'sound', name: 'Sound' },
  { path: 'rehearse', name: 'Rehearse' },
  { path: 'hand-off', name: 'Hand-off' },
] as const;

/** What is missing for a film, with the way there; on that screen only the words. */
function NextLine({ plan }: { plan: Plan }) {
  const { all: faults } = useFaults();
  const { pathname } = useLocation();
  const { what, screen } = useMemo(() => nextStep(plan, faults), [plan, faults]);
  const here = pathname.split('/')[3] === screen;
  return <p className="next-line">Next: {here ? what : <Link to={screen}>{what}</Link>}</p>;
}

/** The row of steps; one with open faults shows their number. */
export function Steps({ plan }: { plan: Plan }) {
  const { all: faults } = useFaults();
  return (
    <Nav as="nav" className="steps" aria-label="Steps">
      {STEPS.map(({ path, name }) => {
        const open = faultsOn(faults, path).length;
        return (
          <Nav.Link as={NavLink} key={path} to={path}>
            {name}
            {open > 0 && (
              <span
                className="fault-count"
                title={counted(open, 'fault')}
                aria-label={counted(open, 'fault')}
              >
                {open}
              </span>
            )}
          </Nav.Link>
        );
      })}
      <NextLine plan={plan} />
    </Nav>
  );
}
