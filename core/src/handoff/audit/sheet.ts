import { filmOf, type ShotFacts } from '../../film/index.ts';
import { CUE_KINDS, type CueKind, type Plan } from '../../plan/index.ts';
import { formatTimecode } from '../../time/index.ts';
import { csvLine } from '../csv/fields.ts';
import { page, table, type Cell } from '../sheet/markup.ts';
import type { Audit } from './audit.ts';
import type { AuditedCut } from './cut-offsets.ts';
import type { CutProposal } from './proposals.ts';

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

const signed = (value: number, digits: number) =>
  `${value > 0 ? '+' : value < 0 ? '−' : ''}${Math.abs(value).toFixed(digits)}`;

/** The strongest kind of cue that a cut is on, or nearest to. */
export function nearestKind({ offsets }: AuditedCut): CueKind | null {
  const all = CUE_KINDS.flatMap((kind) => {
    const offset = offsets[kind];
    return offset ? [{ kind, off: Math.abs(offset.frames) }] : [];
  });
  return all.sort((a, b) => Math.round(a.off * 2) - Math.round(b.off * 2))[0]?.kind ?? null;
}

const HEAD = [
  'Cut',
  'Timecode',
  'Frame',
  'Nearest beat',
  'Off ms',
  'Off frames',
  'Strength',
  'Nearest cue',
  'Off frames',
  'Out',
  'In',
];

const nameOf = (facts: ShotFacts | undefined): string => facts?.clip?.name ?? 'no clip';

/** A cut as a row of texts. */
function cutRow(plan: Plan, shots: readonly ShotFacts[], cut: AuditedCut): string[] {
  const { fromBeat, offsets, frame } = cut;
  const kind = nearestKind(cut);
  const near = kind ? offsets[kind] : undefined;
  return [
    ...[String(cut.cut), timecodeOf(plan, frame), String(frame)],
    fromBeat ? `bar ${fromBeat.cue.bar} beat ${fromBeat.cue.beat}` : '',
    fromBeat ? signed(fromBeat.milliseconds, 1) : '',
    fromBeat ? signed(fromBeat.frames, 2) : '',
    fromBeat ? fromBeat.cue.strength.toFixed(2) : '',
    ...[kind ?? '', near ? signed(near.frames, 2) : ''],
    ...[nameOf(shots[cut.cut - 1]), nameOf(shots[cut.cut])],
  ];
}

/** The cuts of an audit as a table (RFC 4180). */
export function auditCsv(plan: Plan, { cuts }: Audit): string {
  const { shots } = filmOf(plan);
  return [HEAD, ...cuts.map((cut) => cutRow(plan, shots, cut))].map(csvLine).join('');
}

/** The audit as a page to print. */
export function auditPage(
  plan: Plan,
  { cuts, words, pacing, misses, faults }: Audit,
  proposals: readonly CutProposal[],
): string {
  const { shots } = filmOf(plan);
  const figures = (text: string | number): Cell => ({ text, figures: true });
  const plainly = (text: string): Cell => ({ text });
  return page(`${plan.name}: audit`, words, [
    table(
      'Cuts',
      HEAD,
      cuts.map((cut) =>
        cutRow(plan, shots, cut).map((text, i) => (i < 9 ? figures(text) : plainly(text))),
      ),
    ),
    table(
      'Proposals',
      ['Cut', 'From', 'To', 'Onto', 'Does'],
      proposals.map(({ cut, from, to, cue, does, refused }) => [
        ...[figures(cut), figures(timecodeOf(plan, from)), figures(timecodeOf(plan, to))],
        ...[
          plainly(`${cue.kind}, bar ${cue.bar} beat ${cue.beat}`),
          plainly(refused ?? does.join(' ')),
        ],
      ]),
    ),
    table(
      'Pace',
      ['Stretch', 'From', 'To', 'Shots', 'Mean frames'],
      pacing.stretches.map(({ name, from, to, shots: count, mean }) => [
        ...[plainly(name), figures(timecodeOf(plan, from)), figures(timecodeOf(plan, to))],
        ...[figures(count), figures(mean.toFixed(1))],
      ]),
    ),
    table(
      'Events beside their cues',
      ['Shot', 'Source frame', 'Seen on', 'Frames late'],
      misses.map(({ shot, moment, frame, cue }) => [
        ...[figures(shot + 1), figures(moment), figures(timecodeOf(plan, frame))],
        figures(signed(frame - cue!.frame, 0)),
      ]),
    ),
    table(
      'Faults',
      ['Kind', 'What', 'Mend'],
      faults.map(({ code, message, mend }) => [plainly(code), plainly(message), plainly(mend)]),
    ),
  ]);
}
