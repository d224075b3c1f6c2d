import type { CSSProperties } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import type { Size } from '@caesura/core/plan';
import type { ShotStage as Stage } from './use-shot-stage.ts';

/** The picture at the position, large, and the shot played. */
export function ShotStage({ size, stage }: { size: Size; stage: Stage }) {
  const { canvas, still, half, plain, blended, play, setHalf, setPlain, setBlended } = stage;
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
    <div className="shot-stage">
      <div
        className="shot-picture"
        style={{ '--shape': size.width / size.height } as CSSProperties}
      >
        <canvas
          ref={canvas}
          width={480}
          height={Math.round((480 * size.height) / size.width)}
          role="img"
          aria-label="The picture at the position"
        />
      </div>
      <div className="buttons">
        <Button variant={still ? 'dark' : 'outline-dark'} onClick={play} title="Space">
          {still ? 'Play it' : 'Stop'}
        </Button>
        <ButtonGroup aria-label="How it is shown">
          {toggle('Half', 'H', half, setHalf)}
          {toggle('Without', 'W', plain, setPlain)}
          {toggle('Blended', 'B', blended, setBlended)}
        </ButtonGroup>
      </div>
    </div>
  );
}
