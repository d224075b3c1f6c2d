import { useId } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import {
  exposureOf,
  frameSpan,
  parseSpan,
  placingOf,
  softnessAt,
  spanText,
  splitWindow,
  type JoinFacts,
  type Placing,
} from '@caesura/core/joins';
import { MOVES, type JoinSettings, type MoveKind, type Plan, type Span, type Way } from '@caesura/core/plan';
import { CaesuraError, rational, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { TypedField } from '../../fields/TypedField.tsx';
import { EasingField } from './EasingField.tsx';
import { FILL_NAMES, MOVE_NAMES, SIDE_NAMES, WAY_NAMES } from './words.ts';

const HARD = 'hard';
const PLACINGS: Readonly<Record<Placing | 'own', string>> = {
  centred: 'centred on the cut',
  ends: 'ends at the cut',
  starts: 'starts at the cut',
  own: 'own halves',
};

/** Reads a number with its unit left off. Throws when it is none between two. */
function numberOf(text: string, least: number, most: number): number {
  const number = Number(
    text
      .replace(/[%°]|px/g, '')
      .replace(',', '.')
      .trim(),
  );
  if (text.trim() === '' || !Number.isFinite(number) || number < least || number > most)
    throw new CaesuraError('bad-number', `“${text}” is no number from ${least} to ${most}.`, 'Give another.');
  return number;
}

interface NumberProps {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  readonly by?: number;
  readonly also?: string;
  readonly onCommit: (value: number) => boolean;
}

/** A field for a number in a unit. Arrows step. */
export function NumberField({ value, unit, least, most, by = 1, also, ...rest }: NumberProps) {
  const kept = (n: number) => Math.min(most, Math.max(least, Math.round(n * 100) / 100));
  return (
    <TypedField
      {...rest}
      narrow
      figures
      written={`${Math.round(value * 100) / 100}${unit === '°' ? '' : ' '}${unit}`}
      also={also}
      parse={(text) => numberOf(text, least, most)}
      step={(typed, sign) => kept((typed ?? value) + sign * by)}
    />
  );
}

/** A half of a window, as people type it. */
function SpanField({
  label,
  span,
  frames,
  plan,
  onCommit,
}: {
  label: string;
  span: Span;
  frames: number;
  plan: Plan;
  onCommit: (span: Span) => boolean;
}) {
  return (
    <TypedField
      label={label}
      narrow
      figures
      written={spanText(span)}
      also={<span className="figures">{frames} f</span>}
      parse={(text) => parseSpan(text, plan)}
      step={(_typed, by) => parseSpan(String(Math.max(0, frames + by)), plan)}
      onCommit={onCommit}
    />
  );
}

/** Everything that can be set of a join. */
export function MovePanel({ plan, facts, suggested }: { plan: Plan; facts: JoinFacts; suggested: Way | null }) {
  const edit = useEdit();
  const id = useId();
  const { cut, join, settings, before, after, overlap, out, into } = facts;
  const set = (change: Partial<JoinSettings>) => edit('changeJoin', cut, change);
  const total = before + after;
  const { move } = settings;
  const has = (...moves: MoveKind[]) => moves.includes(move);
  const softness = Math.min(
    ...[out, into].flatMap(({ clip }) => (clip ? [softnessAt(clip.size, plan.size, settings.peak)] : [])),
  );
  const seconds = toNumber(exposureOf(rational(Math.round(settings.shutter * 10), 10), plan.rate));
  return (
    <>
      <Choose
        label="Move"
        value={(join ? move : HARD) as string}
        of={
          { [HARD]: 'Hard cut', ...Object.fromEntries(MOVES.map((m) => [m, MOVE_NAMES[m]])) } as Record<string, string>
        }
        onChoose={(value) => edit('setMove', cut, value === HARD ? null : (value as MoveKind))}
      />
      {join && (
        <>
          <Form.Check
            type="switch"
            id={`${id}-on`}
            label="In use"
            checked={!join.off}
            onChange={(event) => edit('switchJoin', cut, !event.target.checked)}
          />
          <div className="field">
            <span className="form-label">Pictures</span>
            <ButtonGroup aria-label="Pictures">
              {(['inside', 'overlap'] as const).map((pictures) => (
                <Button
                  key={pictures}
                  variant="outline-dark"
                  active={settings.pictures === pictures}
                  aria-pressed={settings.pictures === pictures}
                  onClick={() => set({ pictures })}
                >
                  {pictures === 'inside' ? 'one at a time' : 'both at once'}
                </Button>
              ))}
            </ButtonGroup>
          </div>
          <SpanField
            label="Before"
            span={settings.before}
            frames={before}
            plan={plan}
            onCommit={(span) => set({ before: span })}
          />
          <SpanField
            label="After"
            span={settings.after}
            frames={after}
            plan={plan}
            onCommit={(span) => set({ after: span })}
          />
          <Choose
            label={`${total} f`}
            value={placingOf({ before, after }) ?? 'own'}
            of={PLACINGS}
            onChoose={(placing) => {
              if (placing === 'own') return;
              const split = splitWindow(total, placing);
              edit('setWindow', cut, split.before, split.after);
            }}
          />
          {settings.before.unit === 'frames' && settings.after.unit === 'frames' && (
            <Choose
              label="At other rates"
              value={settings.before.keep}
              of={{ time: 'keeps its time', frames: 'keeps its frames' }}
              onChoose={(keep) =>
                set({
                  before: frameSpan(before, plan.rate, keep),
                  after: frameSpan(after, plan.rate, keep),
                })
              }
            />
          )}
          {has('zoom-through', 'pull-back', 'whip-pan') && (
            <NumberField
              label="Peak scale"
              value={settings.peak * 100}
              unit="%"
              least={5}
              most={2000}
              by={10}
              also={Number.isFinite(softness) ? `${softness.toFixed(2)} px of source per px` : ''}
              onCommit={(peak) => set({ peak: peak / 100 })}
            />
          )}
          {has('whip-pan', 'slide', 'drop') && (
            <NumberField
              label="Shift"
              value={settings.shift * 100}
              unit="%"
              least={0}
              most={400}
              by={5}
              onCommit={(shift) => set({ shift: shift / 100 })}
            />
          )}
          {has('whip-pan') && (
            <NumberField
              label="Overshoot"
              value={settings.overshoot * 100}
              unit="%"
              least={0}
              most={100}
              by={5}
              also="of the shift"
              onCommit={(part) => set({ overshoot: part / 100 })}
            />
          )}
          {has('hinge') && (
            <NumberField
              label="Turn"
              value={settings.turn}
              unit="°"
              least={-720}
              most={720}
              by={5}
              onCommit={(turn) => set({ turn })}
            />
          )}
          {has('whip-pan', 'slide', 'drop', 'smear') && (
            <>
              <Choose label="Way" value={settings.way} of={WAY_NAMES} onChoose={(way) => set({ way })} />
              {suggested && suggested !== settings.way && (
                <Button variant="link" size="sm" onClick={() => set({ way: suggested })}>
                  The camera goes {suggested}: take that
                </Button>
              )}
            </>
          )}
          {has('zoom-through', 'pull-back', 'hinge', 'own') && (
            <>
              <NumberField
                label="Aim across"
                value={settings.aim.x * 100}
                unit="%"
                least={0}
                most={100}
                also="or Alt-click in a picture"
                onCommit={(x) => set({ aim: { ...settings.aim, x: x / 100 } })}
              />
              <NumberField
                label="Aim down"
                value={settings.aim.y * 100}
                unit="%"
                least={0}
                most={100}
                onCommit={(y) => set({ aim: { ...settings.aim, y: y / 100 } })}
              />
            </>
          )}
          {!has('own', 'plain') && (
            <Choose label="Moves" value={settings.sides} of={SIDE_NAMES} onChoose={(sides) => set({ sides })} />
          )}
          {!has('own', 'plain') && (
            <>
              <EasingField label="Easing out" value={settings.easeOut} onCommit={(easeOut) => set({ easeOut })} />
              <EasingField label="Easing in" value={settings.easeIn} onCommit={(easeIn) => set({ easeIn })} />
              <NumberField
                label="Blur"
                value={settings.blur}
                unit="px"
                least={0}
                most={2000}
                also="along the way"
                onCommit={(blur) => set({ blur })}
              />
            </>
          )}
          <NumberField
            label="Shutter"
            value={settings.shutter}
            unit="°"
            least={0}
            most={360}
            by={10}
            also={settings.shutter > 0 ? `1/${Math.round(1 / seconds)} s` : 'no blur'}
            onCommit={(shutter) => set({ shutter })}
          />
          <Choose label="Beyond edges" value={settings.fill} of={FILL_NAMES} onChoose={(fill) => set({ fill })} />
          <Form.Check
            type="switch"
            id={`${id}-cover`}
            label="Enlarge as far as hides the edges"
            checked={settings.cover}
            onChange={(event) => set({ cover: event.target.checked })}
          />
          {overlap &&
            (['out', 'in'] as const).map((side) => (
              <Form.Check
                key={side}
                type="switch"
                id={`${id}-hold-${side}`}
                label={
                  side === 'out' ? 'Hold the outgoing where its file ends' : 'Hold the incoming where its file starts'
                }
                checked={settings.hold[side]}
                onChange={(event) => set({ hold: { ...settings.hold, [side]: event.target.checked } })}
              />
            ))}
        </>
      )}
    </>
  );
}
