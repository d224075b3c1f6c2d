import { Form } from 'react-bootstrap';
import type { ReactNode } from 'react';
import { Choose } from '../../fields/Choose.tsx';
import { HEARD, SEEN, SPEEDS, type Speed, type Switches } from '../../rehearse/switches.ts';

/** How fast the film plays, what is heard and what is seen. */
export function SwitchesPanel({
  speed,
  onSpeed,
  switches,
  onSwitch,
  children,
}: {
  speed: Speed;
  onSpeed: (speed: Speed) => void;
  switches: Switches;
  onSwitch: (name: keyof Switches, on: boolean) => void;
  /** What is shown under the sounds. */
  children: ReactNode;
}) {
  const rows = (of: Partial<Record<keyof Switches, string>>) =>
    (Object.entries(of) as [keyof Switches, string][]).map(([name, label]) => (
      <Form.Check
        key={name}
        type="switch"
        id={`play-${name}`}
        label={label}
        checked={switches[name]}
        onChange={(event) => onSwitch(name, event.target.checked)}
      />
    ));
  return (
    <>
      <Choose label="Speed" value={speed} of={SPEEDS} onChoose={onSpeed} />
      <h3>Heard</h3>
      {rows(HEARD)}
      {children}
      <h3>Seen</h3>
      {rows(SEEN)}
    </>
  );
}
