import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import {
  activityOf,
  cameraDirection,
  proposedMoments,
  shotChanges,
  stillRanges,
  unpackFacts,
  USUAL_LIMITS,
  usualMove,
  type FrameFacts,
  type MomentKind,
} from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { toNumber, type SourceFrames } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { useMediaBytes } from '../../app/use-media.ts';

interface Props {
  readonly clip: Clip;
  /** Content hash of what was seen. */
  readonly movement: string;
  readonly onEndAt: (out: SourceFrames) => void;
  readonly onSplit: (at: SourceFrames) => void;
}

/** Height of the drawing in its own units; the width is one unit a frame. */
const HEIGHT = 100;

const KINDS: Readonly<Record<MomentKind, string>> = {
  start: 'movement starts',
  peak: 'a hit or break',
  turn: 'movement turns',
  settle: 'comes to rest',
};

/** What is drawn and said of a clip that was watched; null when its facts cannot be read. */
function shownOf(facts: readonly FrameFacts[], rate: number) {
  const activity = activityOf(facts, rate);
  const all = activity.camera.map((c, k) => c / USUAL_LIMITS.camera + activity.subject[k]! / USUAL_LIMITS.subject);
  // Slow movement must be seen beside fast, so the height is the logarithm.
  const heights = all.map((x) => Math.log1p(x));
  const most = Math.max(1, ...heights);
  const points = Array.from(heights, (h, k) => `${k} ${(HEIGHT - (h / most) * HEIGHT * 0.92).toFixed(1)}`);
  return {
    camera: cameraDirection(usualMove(facts, activity.camera), rate).words,
    secondShot: shotChanges(facts)[0],
    path: `M0 ${HEIGHT}L${points.join('L')}L${facts.length - 1} ${HEIGHT}Z`,
    still: stillRanges(activity, rate),
    moments: proposedMoments(activity, rate),
  };
}

/** How a clip moves from its first frame to its last: a curve, still stretches shaded, proposed moments as pins. */
export function MovementStrip({ clip, movement, onEndAt, onSplit }: Props) {
  const bytes = useMediaBytes(movement);
  const shown = useMemo(() => {
    if (!bytes) return null;
    try {
      return shownOf(unpackFacts(bytes), toNumber(clip.rate));
    } catch {
      return null;
    }
  }, [bytes, clip.rate]);
  if (!shown) return <div className="movement-strip" aria-hidden="true" />;
  const { path, still, moments, camera, secondShot } = shown;
  const percent = (frame: number) => `${(100 * frame) / clip.frames}%`;
  const tail = still.at(-1);
  const trims = tail && tail.to >= clip.frames - 1 && tail.from > clip.usable.in && clip.usable.out > tail.from;
  return (
    <>
      <div className="movement-strip">
        {still.map(({ from, to }) => (
          <div
            key={from}
            className="movement-still"
            style={{ left: percent(from), width: percent(to - from) }}
            title={`Still from frame ${from} to ${to}`}
          />
        ))}
        <svg viewBox={`0 0 ${Math.max(1, clip.frames - 1)} ${HEIGHT}`} preserveAspectRatio="none" role="img">
          <title>{`How ${clip.name} moves`}</title>
          <path d={path} />
        </svg>
        {moments.map(({ at, kind, strength }) => (
          <i
            key={at}
            className={`moment-pin is-${kind}`}
            style={{ left: percent(at), opacity: 0.35 + 0.65 * strength }}
            title={`Frame ${at}: ${KINDS[kind]}`}
          />
        ))}
      </div>
      <p className="movement-said">
        Camera {camera} · {counted(moments.length, 'moment')} proposed
        {still.length > 0 && ` · ${still.length} still ${still.length === 1 ? 'stretch' : 'stretches'}`}
      </p>
      {secondShot !== undefined && secondShot > clip.usable.in && secondShot < clip.usable.out && (
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => onSplit(secondShot)}
          title={`Another shot starts at frame ${secondShot}`}
        >
          Split at the shot change
        </Button>
      )}
      {trims && (
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => onEndAt(tail.from)}
          title={`Usable up to frame ${tail.from}, where it comes to rest`}
        >
          Trim the still tail
        </Button>
      )}
    </>
  );
}
