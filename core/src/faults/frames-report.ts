import { z } from 'zod';
import {
  filmOf,
  joinAt,
  layersAt,
  phrasesAt,
  windowRows,
  type Film,
  type WindowRow,
} from '../film/index.ts';
import { handlesOf } from '../joins/index.ts';
import type { PictureValues } from '../motion/index.ts';
import { MOVES, PHRASE_KINDS, type Plan } from '../plan/index.ts';
import { CaesuraError, formatTimecode, type CutIndex } from '../time/index.ts';

const whole = z.number().int();

/** What a picture is made to do on a frame, in the units of the plan. */
const values = {
  scale: z.number(),
  x: z.number(),
  y: z.number(),
  rotation: z.number(),
  depth: z.number(),
  opacity: z.number(),
  blur: z.number(),
  radial: z.number(),
  flash: z.number(),
  dip: z.number(),
  exposure: z.number(),
  contrast: z.number(),
  saturation: z.number(),
};

const SideSchema = z
  .object({
    sourceFrame: whole,
    /** Whether the file has no such frame and its last or first picture is held. */
    held: z.boolean(),
    ...values,
    /** The least scale that hides the edges; null where none does. */
    covers: z.number().nullable(),
    /** The farthest a corner goes while the shutter is open, in pixels of the film. */
    smeared: z.number(),
  })
  .nullable();

const HandleSchema = z.object({ needed: whole, there: whole, spare: whole }).nullable();

/** What the phrases in use do to the composed picture, the lowest first; counted from 1. */
const PhrasesSchema = z.array(z.object({ phrase: whole, kind: z.enum(PHRASE_KINDS), ...values }));

/** What the frames of a cut print: its window frame by frame. */
const CutFramesSchema = z.object({
  cut: whole,
  frame: whole,
  timecode: z.string(),
  move: z.enum([...MOVES, 'hard cut']),
  pictures: z.enum(['inside', 'overlap']),
  before: whole,
  after: whole,
  /** In source frames. */
  handles: z.object({ out: HandleSchema, in: HandleSchema }),
  frames: z.array(
    z.object({
      frame: whole,
      timecode: z.string(),
      out: SideSchema,
      in: SideSchema,
      phrases: PhrasesSchema,
    }),
  ),
});
type CutFrames = z.output<typeof CutFramesSchema>;

/** What the frames of a phrase print: the pictures under it and what is done to them. */
const PhraseFramesSchema = z.object({
  phrase: whole,
  kind: z.enum(PHRASE_KINDS),
  off: z.boolean(),
  /** Its first frame, and the first after it. */
  from: whole,
  to: whole,
  frames: z.array(
    z.object({
      frame: whole,
      timecode: z.string(),
      pictures: z.array(
        z.object({
          shot: whole,
          clip: z.string().nullable(),
          sourceFrame: whole,
          held: z.boolean(),
        }),
      ),
      phrases: PhrasesSchema,
    }),
  ),
});
type PhraseFrames = z.output<typeof PhraseFramesSchema>;

/** What the frames of a cut or of a phrase print. */
export const FramesReportSchema = z.union([CutFramesSchema, PhraseFramesSchema]);

const ValuesSchema = z.object(values);
/** The values alone of what else is known of a frame. */
const valuesOf = (known: PictureValues): z.output<typeof ValuesSchema> => ValuesSchema.parse(known);

function sideReport(row: WindowRow['out']): z.output<typeof SideSchema> {
  if (!row) return null;
  const { source, held, covers, smeared } = row;
  return {
    sourceFrame: source,
    held,
    ...valuesOf(row),
    covers: Number.isFinite(covers) ? covers : null,
    smeared,
  };
}

const phrasesReport = (film: Film, frame: number): z.output<typeof PhrasesSchema> =>
  phrasesAt(film, frame).map(({ facts, values: done }) => ({
    phrase: facts.index + 1,
    kind: facts.settings.kind,
    ...valuesOf(done),
  }));

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

/** The window of a cut frame by frame. Throws when there is no such cut. */
export function framesReport(plan: Plan, cut: CutIndex): CutFrames {
  const film = filmOf(plan);
  const facts = joinAt(plan, cut);
  const { settings, before, after, frame, overlap, join } = facts;
  const handles = handlesOf(facts);
  const figures = (handle: (typeof handles)['out']) =>
    handle && { needed: handle.needed, there: handle.there, spare: handle.spare };
  return {
    cut,
    frame,
    timecode: timecodeOf(plan, frame),
    move: join && !join.off ? settings.move : 'hard cut',
    pictures: overlap ? 'overlap' : 'inside',
    before,
    after,
    handles: { out: figures(handles.out), in: figures(handles.in) },
    frames: windowRows(facts).map((row) => ({
      frame: row.frame,
      timecode: timecodeOf(plan, row.frame),
      out: sideReport(row.out),
      in: sideReport(row.in),
      phrases: phrasesReport(film, row.frame),
    })),
  };
}

/**
 * A phrase, counted from 1, frame by frame of the film. Throws when there is no such phrase, or
 * what it is tied to is gone.
 */
export function phraseFramesReport(plan: Plan, number: number): PhraseFrames {
  const film = filmOf(plan);
  const facts = film.phrases.find(({ index }) => index === number - 1);
  if (!facts)
    throw new CaesuraError(
      'no-such-phrase',
      plan.phrases[number - 1]
        ? `What phrase ${number} is tied to is gone.`
        : `There is no phrase ${number}.`,
      `The plan has ${plan.phrases.length}.`,
    );
  const { phrase, settings, start, end } = facts;
  const [from, to] = [Math.max(0, start), Math.min(end, plan.score?.length ?? 0)];
  return {
    phrase: number,
    kind: settings.kind,
    off: phrase.off ?? false,
    from: start,
    to: end,
    frames: Array.from({ length: Math.max(0, to - from) }, (_, i) => ({
      frame: from + i,
      timecode: timecodeOf(plan, from + i),
      pictures: layersAt(film, from + i).map(({ shot, clip, source, held }) => ({
        shot: shot + 1,
        clip: clip?.name ?? null,
        sourceFrame: source,
        held,
      })),
      phrases: phrasesReport(film, from + i),
    })),
  };
}
