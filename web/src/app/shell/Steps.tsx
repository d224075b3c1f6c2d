import { Nav } from 'react-bootstrap';
import { NavLink } from 'react-router';
import { faultsOn } from '../fault-places.ts';
import { useFaults } from '../faults.ts';
import { counted } from '../format.ts';

/** The steps of the work, in order. */
export const STEPS = [
  { path: 'brief', name: 'Brief' },
  { path: 'listen', name: 'Listen' },
  { path: 'footage', name: 'Footage' },
  { path: 'score', name: 'Score' },
  { path: 'joins', name: 'Joins' },
  { path: 'sound', name: 'Sound' },
  { path: 'rehearse', name: 'Rehearse' },
  { path: 'hand-off', name: 'Hand-off' },
] as const;

/** The row of steps; one with open faults shows their number. */
export function Steps() {
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
    </Nav>
  );
}
