import { Link } from 'react-router';
import { Button } from 'react-bootstrap';
import { soundsOf, wholeFilm, type Film } from '@caesura/core/film';
import { type Sound } from '@caesura/core/plan';
import { instantOfFrame, samples, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { LevelField } from '../../fields/LevelField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { CrossFields } from './CrossFields.tsx';
import { DuckingFields } from './DuckingFields.tsx';
import { LoudnessFields } from './LoudnessFields.tsx';
import { heardAt, sampleAtTime } from './sound-times.ts';

/** The bar of the music in which a frame is, as samples of a sound; null where there is none. */
function barHere(film: Film, id: string, frame: number): { from: number; to: number } | null {
  const lines = film.beats.filter(({ kind }) => kind === 'downbeat');
  const at = lines.findLastIndex((cue) => cue.frame <= frame);
  const [from, to] = [lines[at], lines[at + 1]];
  if (!from || !to) return null;
  const [first, last] = [from, to].map((cue) => sampleAtTime(film, id, toNumber(cue.at)));
  return first === null || last === null || first! >= last! ? null : { from: first!, to: last! };
}

/** Levels set by hand of a sound, and what of it is muted. */
function HandLevels({ film, sound, position }: { film: Film; sound: Sound; position: number }) {
  const edit = useEdit();
  const time = toNumber(instantOfFrame(position, film.plan.rate));
  const here = sampleAtTime(film, sound.id, time);
  const bar = barHere(film, sound.id, position);
  const level = sound.levels.findLast(({ at }) => here !== null && at <= here)?.level ?? 0;
  return (
    <>
      {sound.levels.map(({ at, level: own }) => (
        <div key={at} className="level-row">
          <LevelField
            label={heardAt(film, sound, at)}
            value={own}
            onCommit={(to) => edit('setLevelKey', sound.id, at, to)}
          />
          <Button
            variant="link"
            size="sm"
            aria-label={`Take the level at ${heardAt(film, sound, at)} out`}
            onClick={() => edit('removeLevelKeys', sound.id, [at])}
          >
            out
          </Button>
        </div>
      ))}
      {sound.mutes.map(({ from, to }) => (
        <p key={from} className="field-note">
          muted {heardAt(film, sound, from)} to {heardAt(film, sound, to)}{' '}
          <Button variant="link" size="sm" onClick={() => edit('unmuteSound', sound.id, from)}>
            hear it again
          </Button>
        </p>
      ))}
      <div className="buttons">
        <Button
          variant="outline-dark"
          size="sm"
          disabled={here === null}
          onClick={() => here !== null && edit('setLevelKey', sound.id, here, level)}
        >
          Set a level here
        </Button>
        <Button
          variant="outline-dark"
          size="sm"
          disabled={!bar}
          onClick={() => bar && edit('muteSound', sound.id, bar)}
        >
          Mute this bar
        </Button>
      </div>
    </>
  );
}

function SoundFields({ film, sound, position }: { film: Film; sound: Sound; position: number }) {
  const edit = useEdit();
  const { sampleRate } = sound.analysis;
  const end = toNumber(instantOfFrame(wholeFilm(film.plan).to, film.plan.rate));
  const goesOn = film.audioEvents.some(({ id, ends }) => id === sound.id && ends >= end - 1e-6);
  return (
    <section aria-label={sound.fileName}>
      <h3>{sound.fileName}</h3>
      <LevelField value={sound.gain} onCommit={(gain) => edit('turnSound', sound.id, gain)} />
      {(
        [
          ['Comes in over', sound.fadeIn, 'fadeIn'],
          ['Fades over', sound.fade, 'fade'],
        ] as const
      ).map(([label, value, which]) => (
        <NumberField
          key={which}
          label={label}
          value={value / sampleRate}
          unit="s"
          least={0}
          most={600}
          by={0.5}
          also={which === 'fade' ? (goesOn ? 'to the film’s end' : 'to its own end') : ''}
          onCommit={(lasts) =>
            edit('fadeSound', sound.id, { [which]: samples(Math.round(lasts * sampleRate)) })
          }
        />
      ))}
      <HandLevels {...{ film, sound, position }} />
      <p className="field-note">
        <Link to="../listen" state={{ sound: sound.media }}>
          Its part, its end and its splices
        </Link>
      </p>
    </section>
  );
}

/**
 * The sounds that go through the film: their levels, fades and silences, how music goes down under
 * speech and over into other music, and how loud the whole is to be.
 */
export function LinePanel({ film, position }: { film: Film; position: number }) {
  const sounds = soundsOf(film.plan);
  if (sounds.length === 0)
    return (
      <p>
        No music and no voice yet: <Link to="../listen">add them in Listen</Link>.
      </p>
    );
  return (
    <>
      <LoudnessFields film={film} />
      <DuckingFields film={film} />
      {sounds.map((sound) => (
        <SoundFields key={sound.id} {...{ film, sound, position }} />
      ))}
      <CrossFields film={film} position={position} />
    </>
  );
}
