import type { Film, ShotFacts } from '../../film/index.ts';
import { nominalRate, toNumber } from '../../time/index.ts';
import type { ProvedFormat } from './allowed.ts';
import { NOTHING, type Off } from './differences.ts';
import type { Planned } from './pictures-off.ts';
import { sameName } from './stand-ins/names.ts';
import type { ShownSound } from './stand-ins/received.ts';
import type { WantedSound } from './wanted.ts';

/** Seconds from an end of a sound, beside a frame, on which it may be heard or not. */
const AT_ENDS = 0.035;
/** Seconds by which a sound may be off without a word. */
const SAME = 1e-4;

/** The shot whose own sound an event is; undefined of others. */
const shotOf = (film: Film, { event }: Pick<WantedSound, 'event'>): ShotFacts | undefined =>
  event.of === 'own' ? film.shots.find(({ shot }) => shot.id === event.id) : undefined;

/** Whether a form carries a sound. */
const carries = (
  format: ProvedFormat,
  film: Film,
  { event }: Pick<WantedSound, 'event'>,
): boolean =>
  event.of !== 'click' &&
  (format === 'otio' || event.of === 'own' || event.media === film.plan.music?.media);

const isOf = (film: Film, wanted: Pick<WantedSound, 'event'>, found: ShownSound): boolean => {
  const clip = shotOf(film, wanted)?.clip;
  return clip ? found.clips.includes(clip.id) : sameName(found.name, wanted.event.fileName);
};

/** How far a sound may be off its place for what its form cannot say, in seconds, and why. */
function allowedOff(
  { film, format }: Planned,
  wanted: WantedSound,
  since: number,
): { readonly by: number; readonly why: string } {
  const { rate } = film.plan;
  const frame = 1 / toNumber(rate);
  const shot = shotOf(film, wanted);
  const source = shot?.clip ? 1 / toNumber(shot.clip.rate) : 0;
  const steps = shot?.ramp ? 2 * source : 0;
  if (format === 'otio')
    return {
      by: 2 / wanted.event.sampleRate + steps + since * frame * 2e-6,
      why: 'Its speeds are written as steps of constant speed.',
    };
  const decimal = shot ? (0.05 / nominalRate(rate)) * Math.abs(since) * source : 0;
  return {
    by: Math.max(frame, source) + steps + decimal,
    why: 'The form counts sounds in frames.',
  };
}

/** What is off of one sound that is planned, and the sound that was found for it. */
function oneOff(
  wanted: WantedSound,
  found: readonly ShownSound[],
  planned: Planned,
): { readonly off: Off | null; readonly taken: ShownSound | null } {
  const { film } = planned;
  const { event, seconds, inside } = wanted;
  const name = shotOf(film, wanted)?.clip?.name ?? event.fileName;
  const place = (at: number) => `${name} ${at.toFixed(3)} s`;
  const taken = found
    .filter((one) => isOf(film, wanted, one))
    .sort((a, b) => Math.abs(a.seconds - seconds) - Math.abs(b.seconds - seconds))[0];
  const isWhole = inside > 1 / toNumber(film.plan.rate) + AT_ENDS;
  const said = { wanted: place(seconds), found: taken ? place(taken.seconds) : NOTHING };
  if (!taken) {
    const why = 'A sound is not there.';
    return {
      taken: null,
      off: isWhole ? { key: `${event.id} missing`, ...said, why, near: false } : null,
    };
  }
  const off = Math.abs(taken.seconds - seconds);
  const { by, why } = allowedOff(planned, wanted, taken.since);
  if (off <= SAME || !isWhole) return { taken, off: null };
  return off <= by
    ? { taken, off: { key: `${event.id} near`, ...said, why, near: true } }
    : {
        taken,
        off: { key: `${event.id} off`, ...said, why: 'A sound is off its place.', near: false },
      };
}

/** Whether a sound that is found is planned on frames beside this one. */
function isBeside({ film, frame }: Planned, found: ShownSound): boolean {
  const perFrame = 1 / toNumber(film.plan.rate);
  const [from, to] = [(frame - 2) * perFrame - AT_ENDS, (frame + 3) * perFrame + AT_ENDS];
  return film.audioEvents.some(
    (event) => event.starts < to && event.ends > from && isOf(film, { event }, found),
  );
}

/** What is not as planned of the sounds on a frame. */
export function soundsOff(
  wanted: readonly WantedSound[],
  found: readonly ShownSound[],
  planned: Planned,
): Off[] {
  const left = new Set(found);
  const off: Off[] = [];
  for (const one of wanted) {
    if (!carries(planned.format, planned.film, one)) continue;
    const { off: said, taken } = oneOff(one, [...left], planned);
    if (said) off.push(said);
    if (taken) left.delete(taken);
  }
  for (const sound of left) {
    if (isBeside(planned, sound)) continue;
    off.push({
      ...{ key: `${sound.name} more`, wanted: NOTHING },
      found: `${sound.name} ${sound.seconds.toFixed(3)} s`,
      ...{ why: 'A sound that is not planned.', near: false },
    });
  }
  return off;
}
