import { useState } from 'react';
import type { Film, Line } from '@caesura/core/film';
import { filmInstant, type LevelKey, type Sound } from '@caesura/core/plan';
import { fadeAt } from '@caesura/core/sound';
import { samples, toNumber } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { drag } from '../../components/drag.ts';
import { percentOn } from '../../components/place.ts';

/** Decibels at the top and at the bottom of the curve. */
const [TOP, BOTTOM] = [6, -30];
/** Points of the curve over a stretch. */
const POINTS = 400;

const yOf = (level: number): number =>
  (100 * (TOP - Math.min(TOP, Math.max(BOTTOM, level)))) / (TOP - BOTTOM);

/** The level of a sound over a stretch with its fades, its keys and its ducking, over 100 × 100. */
function levelPath(film: Film, id: string, line: Line): string {
  const events = film.audioEvents.filter((event) => event.id === id);
  let path = '';
  let drawn = false;
  for (let i = 0; i <= POINTS; i++) {
    const at = line.from + (i * line.span) / POINTS;
    const level = events.reduce((most, event) => Math.max(most, fadeAt(event, at)), 0);
    const heard = events.some(({ starts, ends }) => at >= starts && at < ends);
    if (heard)
      path += `${drawn ? 'L' : 'M'}${((100 * i) / POINTS).toFixed(2)} ${yOf(20 * Math.log10(Math.max(1e-6, level))).toFixed(1)}`;
    drawn = heard;
  }
  return path;
}

/** A level set by hand, dragged in time and in decibels. */
function KeyDot({ film, sound, at, line }: { film: Film; sound: Sound; at: LevelKey; line: Line }) {
  const edit = useEdit();
  const [by, setBy] = useState<{ readonly x: number; readonly y: number } | null>(null);
  const time = toNumber(filmInstant(sound, at.at, film.plan.rate));
  if (time < line.from || time > line.to) return null;
  const shown = (box: DOMRect | undefined, byY: number) =>
    Math.round(10 * (at.level - ((TOP - BOTTOM) * byY) / (box?.height ?? 90))) / 10;
  return (
    <button
      type="button"
      className="level-key"
      style={{
        left: `${percentOn(line, time)}%`,
        top: `${yOf(at.level)}%`,
        ...(by && { transform: `translate(${by.x}px, ${by.y}px)` }),
      }}
      title="Drag in time and in level; Delete takes it out"
      aria-label={`Level ${signed(at.level, 1)} dB at ${time.toFixed(2)} s`}
      onKeyDown={(event) => {
        if (event.key === 'Delete' || event.key === 'Backspace')
          edit('removeLevelKeys', sound.id, [at.at]);
        else if (event.key === 'ArrowUp' || event.key === 'ArrowDown')
          edit('setLevelKey', sound.id, at.at, at.level + (event.key === 'ArrowUp' ? 1 : -1));
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
      onPointerDown={(press) => {
        const box = press.currentTarget.parentElement?.getBoundingClientRect();
        drag(
          press,
          (to) => setBy(to && { x: to.byX, y: to.byY }),
          ({ byX, byY }) => {
            const seconds = (byX / (box?.width ?? 1)) * line.span;
            const to = at.at + Math.round(seconds * sound.analysis.sampleRate);
            edit('moveLevelKey', sound.id, at.at, {
              at: samples(Math.min(sound.analysis.length, Math.max(0, to))),
              level: Math.min(24, Math.max(-90, shown(box, byY))),
            });
          },
        );
      }}
    />
  );
}

/** How loud a sound is over a stretch of the film, with its keys to be dragged. */
export function LevelCurve({ film, sound, line }: { film: Film; sound: Sound; line: Line }) {
  return (
    <div className="level-curve">
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        role="img"
        aria-label={`Level of ${sound.fileName}`}
      >
        <path d={levelPath(film, sound.id, line)} />
      </svg>
      {sound.levels.map((key) => (
        <KeyDot key={key.at} film={film} sound={sound} at={key} line={line} />
      ))}
    </div>
  );
}
