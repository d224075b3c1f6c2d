import { ArrowLeft, ArrowRight, Pencil, Trash2 } from 'lucide-react';
import { slowestCleanSpeed, type Clip } from '@caesura/core/plan';
import { rateLabel, toNumber, type FrameRate, type SourceFrames } from '@caesura/core/time';
import { grouped } from '../../app/format.ts';
import { IconButton } from '../../marks/IconButton.tsx';
import { Poster } from '../../marks/Poster.tsx';
import { MovementStrip } from './MovementStrip.tsx';
import { sizeText } from '../../fields/SizeField.tsx';

interface Props {
  readonly clip: Clip;
  readonly planRate: FrameRate;
  /** Place in the order, from 0. */
  readonly place: number;
  readonly count: number;
  /** Shots that use it. */
  readonly used: number;
  readonly onEdit: () => void;
  readonly onRemove: () => void;
  readonly onMove: (by: 1 | -1) => void;
  /** Ends the usable range at a source frame. */
  readonly onEndAt: (out: SourceFrames) => void;
  /** Makes two clips of it at a source frame. */
  readonly onSplit: (at: SourceFrames) => void;
}

/** One clip with what is known of it. */
export function ClipCard({ clip, planRate, place, count, used, onEdit, onRemove, onMove, onEndAt, onSplit }: Props) {
  const lasts = clip.frames / toNumber(clip.rate);
  const slowest = toNumber(slowestCleanSpeed(clip.rate, planRate));
  const trimmed = clip.usable.in > 0 || clip.usable.out < clip.frames;
  return (
    <li className="card clip-card">
      <Poster clip={clip} place={place} />
      <div className="card-body">
        <h3>{clip.name}</h3>
        <p className="clip-file">{clip.fileName ?? 'entered by hand'}</p>
        <dl className="facts">
          <dt>Rate</dt>
          <dd className="figures" title={`${clip.rate.num}/${clip.rate.den} frames a second`}>
            {rateLabel(clip.rate)} fps
          </dd>
          <dt>Length</dt>
          <dd className="figures">
            {grouped(clip.frames)} f · {lasts.toFixed(2)} s
          </dd>
          <dt>Size</dt>
          <dd className="figures">{sizeText(clip.size)}</dd>
          {trimmed && <dt>Usable</dt>}
          {trimmed && (
            <dd className="figures">
              {clip.usable.in} to {clip.usable.out}
            </dd>
          )}
          <dt title="Below this speed frames repeat at the film's rate">Slowest clean</dt>
          <dd className="figures" title={`${grouped(clip.frames)} frames of film at that speed`}>
            {slowest >= 1
              ? 'as it is'
              : `${(100 * slowest).toFixed(slowest * 100 === Math.round(slowest * 100) ? 0 : 1)} %`}
          </dd>
          <dt>Shots</dt>
          <dd className="figures">{used}</dd>
        </dl>
        {clip.movement && <MovementStrip clip={clip} movement={clip.movement} onEndAt={onEndAt} onSplit={onSplit} />}
        <div className="card-tools">
          <IconButton
            name={`${clip.name} earlier`}
            hint="Earlier in the order"
            disabled={place === 0}
            onClick={() => onMove(-1)}
          >
            <ArrowLeft size={16} />
          </IconButton>
          <IconButton
            name={`${clip.name} later`}
            hint="Later in the order"
            disabled={place === count - 1}
            onClick={() => onMove(1)}
          >
            <ArrowRight size={16} />
          </IconButton>
          <IconButton name={`Change ${clip.name}`} hint="Change" onClick={onEdit}>
            <Pencil size={16} />
          </IconButton>
          <IconButton name={`Remove ${clip.name}`} hint="Remove" onClick={onRemove}>
            <Trash2 size={16} />
          </IconButton>
        </div>
      </div>
    </li>
  );
}
