import { Pause, Pin, Play, Scissors } from 'lucide-react';
import { nanoid } from '@reduxjs/toolkit';
import { Button } from 'react-bootstrap';
import type { Clip } from '@caesura/core/plan';
import type { SourceFrames } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';

/** Plays a clip, keeps a moment, trims its still tail, splits it where another shot starts. */
export function ClipButtons({
  clip,
  playing,
  tail,
  secondShot,
  onPlay,
  onKeep,
  onTrim,
}: {
  clip: Clip;
  playing: boolean;
  /** Where it comes to rest; null if the usable part does not end still. */
  tail: SourceFrames | null;
  /** Where another shot starts inside the usable part. */
  secondShot: SourceFrames | undefined;
  onPlay: () => void;
  onKeep: () => void;
  onTrim: () => void;
}) {
  const edit = useEdit();
  return (
    <div className="buttons">
      <Button variant="dark" size="sm" onClick={onPlay} title="Play or stop (Space)">
        {playing ? <Pause size={15} /> : <Play size={15} />} {playing ? 'Stop' : 'Play'}
      </Button>
      <Button
        variant="outline-dark"
        size="sm"
        onClick={onKeep}
        title="Keep a moment on this frame (P)"
      >
        <Pin size={15} /> Keep a moment
      </Button>
      <Button
        variant="outline-dark"
        size="sm"
        disabled={tail === null}
        onClick={onTrim}
        title={
          tail === null
            ? 'The usable part does not end still'
            : `Usable up to frame ${tail}, where it comes to rest (T)`
        }
      >
        <Scissors size={15} /> Trim the tail
      </Button>
      {secondShot !== undefined && (
        <Button
          variant="outline-dark"
          size="sm"
          onClick={() => edit('splitClip', clip.id, secondShot, nanoid())}
          title={`Another shot starts at frame ${secondShot}`}
        >
          Split at the shot change
        </Button>
      )}
    </div>
  );
}
