import { useId, useState, type PointerEvent } from 'react';
import { Form } from 'react-bootstrap';
import { easedAt, parseEasing } from '@caesura/core/curves';
import { drag, type Dragged } from '../components/drag.ts';
import { TextField } from './TextField.tsx';
import { EASE_NAMES } from './easing-names.ts';

const OWN = 'own';
const SIZE = 96;
/** Part of the drawing that lies beyond 0 and 1, for curves that overshoot. */
const ROOM = 0.35;

const toX = (x: number) => 6 + x * (SIZE - 12);
const toY = (y: number) => 6 + ((1 + ROOM - y) / (1 + 2 * ROOM)) * (SIZE - 12);

/** The curve of an easing; of a Bézier with both handles to drag. */
function EasingCurve({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const [dragged, setDragged] = useState<string | null>(null);
  const easing = parseEasing(dragged ?? value);
  const points = Array.from(
    { length: 41 },
    (_, i) => `${toX(i / 40)},${toY(easedAt(easing, i / 40))}`,
  ).join(' ');
  const hold = (which: 1 | 2) => (press: PointerEvent) => {
    if (easing.kind !== 'bezier') return;
    const box = (press.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const textAt = (at: Dragged) => {
      const x = Math.min(
        1,
        Math.max(0, (((at.x - box.left) / box.width) * SIZE - 6) / (SIZE - 12)),
      );
      const part = (((at.y - box.top) / box.height) * SIZE - 6) / (SIZE - 12);
      const y = Math.min(1 + ROOM, Math.max(-ROOM, 1 + ROOM - part * (1 + 2 * ROOM)));
      const { x1, y1, x2, y2 } = easing;
      const to = (n: number) => Math.round(n * 100) / 100;
      return which === 1
        ? `cubic-bezier(${to(x)}, ${to(y)}, ${x2}, ${y2})`
        : `cubic-bezier(${x1}, ${y1}, ${to(x)}, ${to(y)})`;
    };
    drag(
      press,
      (at) => setDragged(at && textAt(at)),
      (at) => onChange(textAt(at)),
    );
  };
  return (
    <svg
      className="easing-curve"
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      role="img"
      aria-label={`The easing ${value}`}
    >
      <line x1={toX(0)} x2={toX(1)} y1={toY(0)} y2={toY(0)} />
      <line x1={toX(0)} x2={toX(1)} y1={toY(1)} y2={toY(1)} />
      <polyline points={points} />
      {easing.kind === 'bezier' && (
        <>
          <path
            d={`M${toX(0)} ${toY(0)}L${toX(easing.x1)} ${toY(easing.y1)}M${toX(1)} ${toY(1)}L${toX(easing.x2)} ${toY(easing.y2)}`}
          />
          <circle cx={toX(easing.x1)} cy={toY(easing.y1)} r={5} onPointerDown={hold(1)} />
          <circle cx={toX(easing.x2)} cy={toY(easing.y2)} r={5} onPointerDown={hold(2)} />
        </>
      )}
    </svg>
  );
}

/** An easing: one of the usual by name, or any of the CSS standard, typed or dragged. */
export function EasingField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: string;
  onCommit: (text: string) => boolean;
}) {
  const id = useId();
  const named = value in EASE_NAMES ? value : OWN;
  return (
    <>
      <Form.Group className="field">
        <Form.Label htmlFor={id}>{label}</Form.Label>
        <Form.Select
          id={id}
          value={named}
          onChange={(event) =>
            onCommit(
              event.target.value === OWN ? 'cubic-bezier(0.4, 0, 0.6, 1)' : event.target.value,
            )
          }
        >
          {Object.entries(EASE_NAMES).map(([text, name]) => (
            <option key={text} value={text}>
              {name}
            </option>
          ))}
          <option value={OWN}>own curve</option>
        </Form.Select>
      </Form.Group>
      {named === OWN && (
        <div className="own-easing">
          <EasingCurve value={value} onChange={(text) => void onCommit(text)} />
          <TextField
            label={`${label} as CSS`}
            value={value}
            check={(text) => void parseEasing(text)}
            onCommit={onCommit}
          />
        </div>
      )}
    </>
  );
}
