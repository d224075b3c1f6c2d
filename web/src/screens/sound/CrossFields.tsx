import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { correctedBeats, soundsOf, type Film } from '@caesura/core/film';
import type { Sound } from '@caesura/core/plan';
import { instantOfFrame, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { heardAt, sampleAtTime } from './sound-times.ts';

/** The samples of the bar lines of a sound. */
const barsOf = (sound: Sound): number[] => {
  const { beats, downbeats } = correctedBeats(sound);
  return downbeats.map((i) => beats[i]!.at);
};

/** Lets one piece of music go over into another on a bar line of both; proposed at the position. */
export function CrossFields({ film, position }: { film: Film; position: number }) {
  const edit = useEdit();
  const musics = soundsOf(film.plan).filter(({ kind }) => kind === 'music');
  const [ids, setIds] = useState<{ leave?: string; enter?: string }>({});
  const [bars, setBars] = useState<{ leave?: number; enter?: number }>({});
  const [lasts, setLasts] = useState(2);
  if (musics.length < 2) return null;
  const leave = musics.find(({ id }) => id === ids.leave) ?? musics[0]!;
  const enter = musics.find(({ id }) => id === ids.enter && id !== leave.id);
  const into = enter ?? musics.find(({ id }) => id !== leave.id)!;
  const names = Object.fromEntries(musics.map(({ id, fileName }) => [id, fileName]));
  const time = toNumber(instantOfFrame(position, film.plan.rate));
  const here = sampleAtTime(film, leave.id, time) ?? 0;
  const next = barsOf(leave).findIndex((line) => line >= here);
  const usual = next < 0 ? Infinity : next + 1;
  const asked = { leave: bars.leave ?? usual, enter: bars.enter ?? 1 };
  const number = (which: keyof typeof bars, lines: readonly number[]) =>
    Math.min(Math.max(1, asked[which]), Math.max(1, lines.length));
  const bar = (label: string, which: keyof typeof bars, sound: Sound) => (
    <WholeField
      label={label}
      value={number(which, barsOf(sound))}
      least={1}
      most={Math.max(1, barsOf(sound).length)}
      also={<span>of {barsOf(sound).length} in the file</span>}
      onCommit={(n) => {
        setBars({ ...bars, [which]: n });
        return true;
      }}
    />
  );
  const at = (sound: Sound, which: keyof typeof bars) => {
    const lines = barsOf(sound);
    return lines[number(which, lines) - 1];
  };
  const [out, back] = [at(leave, 'leave'), at(into, 'enter')];
  return (
    <section aria-label="From one music to another">
      <h3>From one music to another</h3>
      <Choose
        label="From"
        value={leave.id}
        of={names}
        onChoose={(id) => setIds({ ...ids, leave: id })}
      />
      {bar('At its bar', 'leave', leave)}
      {out !== undefined && (
        <p className="field-note">
          heard at <span className="figures">{heardAt(film, leave, out)}</span>
        </p>
      )}
      <Choose
        label="To"
        value={into.id}
        of={Object.fromEntries(Object.entries(names).filter(([id]) => id !== leave.id))}
        onChoose={(id) => setIds({ ...ids, enter: id })}
      />
      {bar('At the bar', 'enter', into)}
      <NumberField
        label="Over"
        value={lasts}
        unit="s"
        least={0.05}
        most={30}
        by={0.5}
        onCommit={(to) => {
          setLasts(to);
          return true;
        }}
      />
      <Button
        variant="outline-dark"
        size="sm"
        disabled={out === undefined || back === undefined}
        onClick={() =>
          edit('crossMusic', { sound: leave.id, at: out! }, { sound: into.id, at: back! }, lasts)
        }
      >
        Go over
      </Button>
    </section>
  );
}
