import type { Size } from '@caesura/core/plan';
import { PlayButtons } from '../../components/PlayButtons.tsx';
import { PositionPicture } from '../../components/PositionPicture.tsx';
import type { ShotStage as Stage } from './use-shot-stage.ts';

/** The picture at the position, large, and the shot played. */
export function ShotStage({ size, stage }: { size: Size; stage: Stage }) {
  const { canvas, still, half, plain, blended, play, setHalf, setPlain, setBlended } = stage;
  return (
    <div className="shot-stage">
      <PositionPicture canvas={canvas} size={size} className="shot-picture" />
      <PlayButtons
        still={still}
        onPlay={play}
        toggles={[
          { name: 'Half', key: 'H', on: half, set: setHalf },
          { name: 'Without', key: 'W', on: plain, set: setPlain },
          { name: 'Blended', key: 'B', on: blended, set: setBlended },
        ]}
      />
    </div>
  );
}
