import { Button } from 'react-bootstrap';
import {
  USUAL_LIMITS,
  type Moment,
  type ClipAnalysis,
  type StillLimits,
} from '@caesura/core/footage';
import { soundsOf } from '@caesura/core/film';
import type { Clip, Sound } from '@caesura/core/plan';
import { soundMoments } from '@caesura/core/sound';
import { CaesuraError, frames, sourceFrames, type SourceFrames } from '@caesura/core/time';
import { LengthField } from '../../fields/LengthField.tsx';
import { TypedField } from '../../fields/TypedField.tsx';
import { usePlan, type ApplyEdit } from '../../app/hooks.ts';
import { counted } from '../../app/format.ts';
import type { ProxyReader } from '../../proxy/reader.ts';
import { KeepMoments } from './KeepMoments.tsx';
import { MOMENT_KINDS } from '../../components/moment-kinds.ts';
import { MomentPictures } from './MomentPictures.tsx';
import { strengthName } from './moment-strength.ts';

interface Props {
  readonly clip: Clip;
  readonly analysis: ClipAnalysis | null;
  readonly proposed: readonly Moment[];
  readonly frame: SourceFrames;
  readonly edit: ApplyEdit;
  readonly onPlace: (frame: SourceFrames) => void;
  readonly reader: ProxyReader | null;
  /** The stored frame that shows a frame of the clip. */
  readonly storedOf: (frame: number) => number;
}

interface RowProps extends Pick<Props, 'clip' | 'edit' | 'onPlace'> {
  readonly moment: Listed;
  readonly here: boolean;
}

/** A proposed moment as it is kept. */
const pinned = ({ at, kind, strength }: Moment) => ({ at, kind, strength });

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
      <h3>Still is</h3>
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

/** A moment of the list, kept or only proposed; what was not measured has no reason. */
interface Listed {
  readonly at: SourceFrames;
  readonly kind: Moment['kind'];
  readonly kept: boolean;
  readonly strength: number | null;
  readonly reason: string;
}

function listed(
  clip: Clip,
  analysis: ClipAnalysis | null,
  proposed: readonly Moment[],
  songs: readonly Sound[],
): Listed[] {
  const heard = soundMoments(clip, songs);
  const kept = clip.moments.map(({ at, kind, strength }): Listed => {
    const measured = [...(analysis?.proposed ?? []), ...heard].find(
      (m) => m.at === at && m.kind === kind,
    );
    return { at, kind, kept: true, strength: strength ?? null, reason: measured?.reason ?? '' };
  });
  return [...kept, ...proposed.map((m) => ({ ...m, kept: false }))].sort((a, b) => a.at - b.at);
}

function Row({ moment, here, clip, edit, onPlace }: RowProps) {
  const { at, kind, kept, strength, reason } = moment;
  const measured = strength === null ? {} : { strength };
  return (
    <li className={here ? 'is-here' : undefined}>
      <button type="button" className="moment-go" title={reason} onClick={() => onPlace(at)}>
        <svg viewBox="-1 -1 12 12" className={kept ? 'is-kept' : undefined} aria-hidden="true">
          <path d={MOMENT_KINDS[kind].glyph} />
        </svg>
        <span className="figures">{at} f</span>
        <span>
          {MOMENT_KINDS[kind].name}
          {strength !== null && (
            <span className="moment-strength">
              , {strengthName(strength)} <span className="figures">{strength.toFixed(2)}</span>
            </span>
          )}
          {here && reason && <span className="moment-reason">{reason}</span>}
        </span>
      </button>
      {kept ? (
        <button type="button" className="link" onClick={() => edit('unpinMoment', clip.id, at)}>
          Let go
        </button>
      ) : (
        <>
          <button
            type="button"
            className="link"
            onClick={() => edit('pinMoment', clip.id, { at, kind, ...measured })}
          >
            Keep
          </button>
          <button type="button" className="link" onClick={() => edit('declineMoment', clip.id, at)}>
            Decline
          </button>
        </>
      )}
    </li>
  );
}

/** The moments of a clip, kept and proposed, its usable part, and what counts as still. */
export function MomentsPanel(props: Props) {
  const { clip, analysis, proposed, frame, edit, onPlace, reader, storedOf } = props;
  const songs = soundsOf(usePlan());
  const all = listed(clip, analysis, proposed, songs);
  const folded = ({ kept, strength, at }: Listed) =>
    !kept && strengthName(strength ?? 1) === 'weak' && at !== frame;
  const [shown, weak] = [all.filter((m) => !folded(m)), all.filter(folded)];
  const rows = (some: readonly Listed[]) =>
    some.map((moment) => (
      <Row
        key={`${moment.at} ${moment.kept}`}
        here={moment.at === frame}
        {...{ moment, clip, edit, onPlace }}
      />
    ));
  const context = { rate: clip.rate, dropFrame: clip.dropFrame };
  const { usable } = clip;
  return (
    <div className="clip-panel">
      <div className="buttons">
        <KeepMoments
          proposed={proposed}
          label={(moments) =>
            moments.length < proposed.length
              ? `Keep ${moments.length} of ${proposed.length} proposed`
              : `Keep all ${proposed.length} proposed`
          }
          variant="dark"
          small
          onKeep={(moments) => edit('pinMoments', clip.id, moments.map(pinned))}
        />
      </div>
      {reader && all.some(({ at }) => at === frame) && (
        <MomentPictures at={frame} {...{ clip, reader, storedOf }} />
      )}
      <ul className="moment-list" aria-label="Moments">
        {rows(shown)}
        {all.length === 0 && (
          <li className="nothing">
            {analysis ? 'None is proposed.' : 'The clip was not watched yet.'}
          </li>
        )}
      </ul>
      {weak.length > 0 && (
        <details className="moments-weak">
          <summary>{counted(weak.length, 'weak one')}</summary>
          <ul className="moment-list" aria-label="Weak moments">
            {rows(weak)}
          </ul>
        </details>
      )}
      <h3>Usable</h3>
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
