import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Film, ShotFacts } from '@caesura/core/film';
import { PITCHES, type Pitch } from '@caesura/core/plan';
import { duckingOf, OVER_CUT, ownHandlesOf, ownLevels, UNDER_MUSIC } from '@caesura/core/sound';
import { plural } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { LevelField } from '../../fields/LevelField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

const PITCH_WORDS: Readonly<Record<Pitch, string>> = {
  follows: 'goes with the speed',
  stays: 'stays as it is',
};
/** Longest lead, lag and fade that can be typed, in frames. */
const MOST = 10_000;

/** What is said of a shot's sound, as it is chosen. */
const ON = { clip: 'as its clip', on: 'on', off: 'off' } as const;

const FITS = { speech: 'As loud as speech', under: 'Under the music' } as const;

/** How the own sound of the chosen shots is heard; what is set is set of all of them. */
export function OwnSoundFields({
  film,
  facts,
  chosen,
}: {
  film: Film;
  /** The shot whose values are shown. */
  facts: ShotFacts;
  chosen: readonly number[];
}) {
  const edit = useEdit();
  const [under, setUnder] = useState(UNDER_MUSIC);
  const { clip, shot } = facts;
  if (!clip?.sound) return null;
  const own = shot.sound ?? {};
  const handles = ownHandlesOf(facts);
  const set = (change: Parameters<typeof edit<'soundShots'>>[2]) =>
    edit('soundShots', chosen, change);
  const frames = (label: string, name: 'lead' | 'lag' | 'fadeIn' | 'fadeOut') => (
    <WholeField
      label={label}
      value={own[name] ?? (name === 'lead' || name === 'lag' ? 0 : 2 * OVER_CUT)}
      least={0}
      most={MOST}
      also={
        name === 'lead' || name === 'lag'
          ? `has ${handles?.[name].has ?? 0}`
          : own[name] === undefined
            ? 'usual'
            : 'f'
      }
      onCommit={(value) => {
        const fades = name === 'fadeIn' || name === 'fadeOut';
        return set({ [name]: value > 0 || fades ? value : null });
      }}
    />
  );
  const { plan } = film;
  const fitting = ownLevels(plan, facts, duckingOf(plan, film.shots), under);
  return (
    <section aria-label="Own sound">
      <h3>{chosen.length > 1 ? `Own sound of ${plural(chosen.length, 'shot')}` : 'Own sound'}</h3>
      <Choose
        label="Heard"
        value={own.on === undefined ? 'clip' : own.on ? 'on' : 'off'}
        of={{ ...ON, clip: `as its clip, ${clip.heard?.on ? 'on' : 'off'}` }}
        onChoose={(on) => set({ on: on === 'clip' ? null : on === 'on' })}
      />
      {clip.linedUp && (
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => edit('syncShots', chosen)}
          title="Shows what was filmed while the part of the song was played that is heard here"
        >
          In sync with the song
        </Button>
      )}
      {handles && (
        <>
          <LevelField
            value={own.gain ?? 0}
            onCommit={(gain) => set({ gain: gain === 0 ? null : gain })}
          />
          {fitting
            .filter(({ gain }) => Math.abs(gain - (own.gain ?? 0)) > 0.05)
            .map(({ to, gain, reason }) => (
              <Button
                key={to}
                variant="link"
                size="sm"
                title={reason}
                onClick={() => edit('fitOwnLevels', chosen, to, under)}
              >
                {FITS[to]}
                {chosen.length > 1 ? ', each by its own' : `: ${signed(gain, 1)} dB`}
              </Button>
            ))}
          {fitting.some(({ to }) => to === 'under') && (
            <NumberField
              label="Under music"
              value={under}
              unit="LU"
              least={0}
              most={40}
              by={1}
              onCommit={(to) => {
                setUnder(to);
                return true;
              }}
            />
          )}
          {frames('Lead', 'lead')}
          {frames('Lag', 'lag')}
          {frames('Fade in', 'fadeIn')}
          {frames('Fade out', 'fadeOut')}
          {(own.fadeIn !== undefined || own.fadeOut !== undefined) && (
            <Button
              variant="link"
              size="sm"
              onClick={() => set({ fadeIn: null, fadeOut: null })}
              title={`Over the cut, ${plural(2 * OVER_CUT, 'frame')} long`}
            >
              Fades as usual
            </Button>
          )}
          <Choose
            label="Pitch"
            value={own.pitch ?? 'follows'}
            of={
              Object.fromEntries(PITCHES.map((pitch) => [pitch, PITCH_WORDS[pitch]])) as Record<
                Pitch,
                string
              >
            }
            onChoose={(pitch) => set({ pitch: pitch === 'follows' ? null : pitch })}
          />
        </>
      )}
    </section>
  );
}
