import { ArrowLeft, ArrowRight, Pencil, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { cameraDirection, usualMove, type ClipAnalysis } from '@caesura/core/footage';
import { slowestCleanSpeed, soundsOf } from '@caesura/core/film';
import type { Clip } from '@caesura/core/plan';
import { usePlan } from '../../app/hooks.ts';
import { proposalsOf } from '@caesura/core/sound';
import { percent, rateLabel, toNumber, type FrameRate } from '@caesura/core/time';
import { counted, grouped } from '../../app/format.ts';
import { mediaUrl } from '../../app/http.ts';
import { IconButton } from '../../components/IconButton.tsx';
import { Poster } from '../../components/Poster.tsx';
import { sizeText } from '../../fields/SizeField.tsx';
import { mostOf, MovementCurve } from './MovementCurve.tsx';

interface Props {
  readonly clip: Clip;
  readonly analysis: ClipAnalysis | null;
  readonly planRate: FrameRate;
  /** Place in the order of the plan, from 0. */
  readonly place: number;
  readonly count: number;
  /** Shots that use it. */
  readonly used: number;
  readonly onEdit: () => void;
  readonly onRemove: () => void;
  readonly onMove: (by: 1 | -1) => void;
}

/**
 * Eight pictures of a clip, four over four, or of one that stands all in a row; or its poster, or
 * its tint.
 */
function Pictures({ clip, place }: { clip: Clip; place: number }) {
  if (!clip.strip) return <Poster clip={clip} place={place} />;
  const image = `url(${mediaUrl(clip.strip)})`;
  if (clip.size.height > clip.size.width)
    return (
      <span className="contact is-standing" aria-hidden="true" style={{ backgroundImage: image }} />
    );
  return (
    <span className="contact" aria-hidden="true">
      <i style={{ backgroundImage: image }} />
      <i style={{ backgroundImage: image, backgroundPosition: '100% 0' }} />
    </span>
  );
}

/** In a few words, how a clip moves and what is proposed for it. */
function Said({ clip, analysis }: { clip: Clip; analysis: ClipAnalysis }) {
  const rate = toNumber(clip.rate);
  const camera = cameraDirection(usualMove(analysis.frames, analysis.activity.camera), rate).words;
  const open = proposalsOf(clip, analysis.proposed, soundsOf(usePlan())).length;
  return (
    <p className="movement-said">
      Camera {camera} · {counted(clip.moments.length, 'moment')} kept, {open} proposed
      {analysis.still.length > 0 && ` · ${analysis.still.length} still`}
      {analysis.shotChanges.some((at) => at > clip.usable.in && at < clip.usable.out) &&
        ' · holds another shot'}
    </p>
  );
}

/** One clip with what is known of it. */
export function ClipCard({
  clip,
  analysis,
  planRate,
  place,
  count,
  used,
  onEdit,
  onRemove,
  onMove,
}: Props) {
  const songs = soundsOf(usePlan());
  const lasts = clip.frames / toNumber(clip.rate);
  const slowest = toNumber(slowestCleanSpeed(clip.rate, planRate));
  const trimmed = clip.usable.in > 0 || clip.usable.out < clip.frames;
  const placeOf = (frame: number) => `${(100 * frame) / clip.frames}%`;
  return (
    <li className="card clip-card">
      <Link to={clip.id} className="clip-open" aria-label={`Open ${clip.name}`}>
        <Pictures clip={clip} place={place} />
        <span className="movement-strip">
          {analysis && (
            <>
              {analysis.still.map(({ from, to }) => (
                <i
                  key={from}
                  className="movement-still"
                  style={{ left: placeOf(from), width: placeOf(to - from) }}
                />
              ))}
              <MovementCurve
                analysis={analysis}
                from={0}
                to={analysis.frames.length}
                across={analysis.frames.length - 1}
                most={mostOf(analysis)}
                label={`How ${clip.name} moves`}
              />
              {proposalsOf(clip, analysis.proposed, songs).map(({ at }) => (
                <i key={`proposed ${at}`} className="card-pin" style={{ left: placeOf(at) }} />
              ))}
            </>
          )}
          {clip.moments.map(({ at }) => (
            <i key={at} className="card-pin is-kept" style={{ left: placeOf(at) }} />
          ))}
        </span>
      </Link>
      <div className="card-body">
        <h3>{clip.name}</h3>
        <p className="clip-file">{clip.fileName ?? 'entered by hand'}</p>
        <dl className="facts">
          <dt>Rate</dt>
          <dd className="figures" title={`${clip.rate.num}/${clip.rate.den} frames a second`}>
            {rateLabel(clip.rate)} fps{clip.times ? ', variable' : ''}
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
          <dd className="figures">{slowest >= 1 ? 'as it is' : percent(slowest)}</dd>
          <dt>Shots</dt>
          <dd className="figures">{used}</dd>
        </dl>
        {analysis && <Said clip={clip} analysis={analysis} />}
        {!clip.movement && (
          <p className="movement-said">Not watched: drop its file here to have it known</p>
        )}
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
