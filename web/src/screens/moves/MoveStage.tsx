import type { Film } from '@caesura/core/film';
import { PlayButtons } from '../../components/PlayButtons.tsx';
import { PositionPicture } from '../../components/PositionPicture.tsx';
import { AimOverlay } from './AimOverlay.tsx';
import type { MoveItem } from './items.ts';
import { MoveWords } from './MoveWords.tsx';
import type { Choice } from './use-choice.ts';
import { movesSomething, type Stage } from './use-stage.ts';

/**
 * The picture at the position, large: where the move aims and what will be seen, or as it is seen;
 * beside it what the move does, and the move played.
 */
export function MoveStage({
  film,
  item,
  choice,
  frame,
  stage,
}: {
  film: Film;
  item: MoveItem;
  choice: Choice;
  frame: number;
  stage: Stage;
}) {
  const { size } = film.plan;
  const { canvas, aiming, still, half, plain, seen, play, setHalf, setPlain, setSeen } = stage;
  return (
    <div className="move-stage">
      <PositionPicture canvas={canvas} size={size} className="move-picture">
        {aiming && <AimOverlay film={film} item={item} choice={choice} frame={frame} />}
      </PositionPicture>
      <div className="move-about">
        <MoveWords film={film} item={item}>
          <PlayButtons
            still={still}
            onPlay={play}
            toggles={[
              { name: 'Half speed', key: 'H', on: half, set: setHalf },
              { name: 'Without', key: 'W', on: plain, set: setPlain },
              ...(movesSomething(item)
                ? [{ name: 'As seen', key: 'V', on: seen, set: setSeen }]
                : []),
            ]}
          />
        </MoveWords>
      </div>
    </div>
  );
}
