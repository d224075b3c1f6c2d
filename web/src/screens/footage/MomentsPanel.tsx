import { Button } from 'react-bootstrap';
import {
  USUAL_LIMITS,
  type Moment,
  type ClipAnalysis,
  type StillLimits,
} from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { CaesuraError, frames, sourceFrames, type SourceFrames } from '@caesura/core/time';
import { LengthField } from '../../fields/LengthField.tsx';
import { TypedField } from '../../fields/TypedField.tsx';
import type { ApplyEdit } from '../../app/hooks.ts';
import { MOMENT_KINDS } from './moment-kinds.ts';

interface Props {
  readonly clip: Clip;
  readonly analysis: ClipAnalysis | null;
  readonly proposed: readonly Moment[];
  readonly frame: SourceFrames;
  readonly edit: ApplyEdit;
  readonly onPlace: (frame: SourceFrames) => void;
}

/**
 * The limits of stillness, each with what it is called, its unit and how many of the unit one is.
 */
const LIMITS: readonly { key: keyof StillLimits; label: string; unit: string; scale: number }[] = [
  { key: 'camera', label: 'Camera up to', unit: '% of the width a second', scale: 100 },
  { key: 'subject', label: 'Subject up to', unit: '% of brightness a second', scale: 100 },
  { key: 'shortest', label: 'For at least', unit: 's', scale: 1 },
];

function numberOf(text: string): number {
  const value = Number(text.trim().replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value) || value < 0 || value > 1000)
    throw new CaesuraError(
      'bad-number',
      `“${text.trim()}” is not a number from 0 to 1000.`,
      'Type one such as 0.8.',
    );
  return value;
}

function StillFields({ clip, edit }: Pick<Props, 'clip' | 'edit'>) {
  const limits = clip.limits ?? USUAL_LIMITS;
  return (
    <>
      <h4>Still is</h4>
      {LIMITS.map(({ key, label, unit, scale }) => (
        <TypedField
          key={key}
          label={label}
          written={String(Number((limits[key] * scale).toFixed(3)))}
          parse={numberOf}
          also={unit}
          narrow
          figures
          maxLength={12}
          onCommit={(value) => edit('setLimits', clip.id, { ...limits, [key]: value / scale })}
        />
      ))}
      {clip.limits && (
        <Button variant="outline-dark" size="sm" onClick={() => edit('setLimits', clip.id, null)}>
          As usual
        </Button>
      )}
    </>
  );
}

/** The moments of a clip, kept and proposed, its usable part, and what counts as still. */
export function MomentsPanel({ clip, analysis, proposed, frame, edit, onPlace }: Props) {
  const all = [
    ...clip.moments.map((moment) => ({ ...moment, kept: true })),
    ...proposed.map(({ at, kind }) => ({ at, kind, kept: false })),
  ].sort((a, b) => a.at - b.at);
  const context = { rate: clip.rate, dropFrame: clip.dropFrame };
  const { usable } = clip;
  return (
    <div className="clip-panel">
      <div className="buttons">
        <Button
          variant="dark"
          size="sm"
          disabled={proposed.length === 0}
          onClick={() =>
            edit(
              'pinMoments',
              clip.id,
              proposed.map(({ at, kind }) => ({ at, kind })),
            )
          }
        >
          Keep all {proposed.length} proposed
        </Button>
      </div>
      <ul className="moment-list" aria-label="Moments">
        {all.map(({ at, kind, kept }) => (
          <li key={`${at} ${kept}`} className={at === frame ? 'is-here' : undefined}>
            <button type="button" className="moment-go" onClick={() => onPlace(at)}>
              <svg
                viewBox="-1 -1 12 12"
                className={kept ? 'is-kept' : undefined}
                aria-hidden="true"
              >
                <path d={MOMENT_KINDS[kind].glyph} />
              </svg>
              <span className="figures">{at} f</span> {MOMENT_KINDS[kind].name}
            </button>
            {kept ? (
              <button
                type="button"
                className="link"
                onClick={() => edit('unpinMoment', clip.id, at)}
              >
                Let go
              </button>
            ) : (
              <>
                <button
                  type="button"
                  className="link"
                  onClick={() => edit('pinMoment', clip.id, { at, kind })}
                >
                  Keep
                </button>
                <button
                  type="button"
                  className="link"
                  onClick={() => edit('declineMoment', clip.id, at)}
                >
                  Decline
                </button>
              </>
            )}
          </li>
        ))}
        {all.length === 0 && (
          <li className="nothing">
            {analysis ? 'None is proposed.' : 'The clip was not watched yet.'}
          </li>
        )}
      </ul>
      <h4>Usable</h4>
      <LengthField
        label="From"
        value={frames(usable.in)}
        written={`${usable.in} f`}
        context={context}
        onCommit={(from) => edit('setUsable', clip.id, sourceFrames(from), usable.out)}
      />
      <LengthField
        label="Up to"
        value={frames(usable.out)}
        written={`${usable.out} f`}
        context={context}
        also={`${usable.out - usable.in} f in all`}
        onCommit={(to) => edit('setUsable', clip.id, usable.in, sourceFrames(to))}
      />
      <StillFields clip={clip} edit={edit} />
    </div>
  );
}
