import type { CSSProperties } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import type { Film } from '@caesura/core/film';
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
  const toggle = (name: string, key: string, on: boolean, set: (on: boolean) => void) => (
    <Button
      variant="outline-dark"
      active={on}
      aria-pressed={on}
      onClick={() => set(!on)}
      title={key}
    >
      {name}
    </Button>
  );
  return (
    <div className="move-stage">
      <div
        className="move-picture"
        style={{ '--shape': size.width / size.height } as CSSProperties}
      >
        <canvas
          ref={canvas}
          width={480}
          height={Math.round((480 * size.height) / size.width)}
          role="img"
          aria-label="The picture at the position"
        />
        {aiming && <AimOverlay film={film} item={item} choice={choice} frame={frame} />}
      </div>
      <div className="move-about">
        <MoveWords film={film} item={item}>
          <div className="buttons">
            <Button variant={still ? 'dark' : 'outline-dark'} onClick={play} title="Space">
              {still ? 'Play it' : 'Stop'}
            </Button>
            <ButtonGroup aria-label="How it is shown">
              {toggle('Half speed', 'H', half, setHalf)}
              {toggle('Without', 'W', plain, setPlain)}
              {movesSomething(item) && toggle('As seen', 'V', seen, setSeen)}
            </ButtonGroup>
          </div>
        </MoveWords>
      </div>
    </div>
  );
}
