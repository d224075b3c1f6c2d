import { useId } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import {
  angleOf,
  exposureOf,
  frameSpan,
  placingOf,
  softnessAt,
  splitWindow,
  type JoinFacts,
  type Placing,
} from '@caesura/core/joins';
import { MOVES, type JoinSettings, type MoveKind, type Plan, type Way } from '@caesura/core/plan';
import { parseRational, rational, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField, numberOf } from '../../fields/NumberField.tsx';
import { EasingField } from './EasingField.tsx';
import { JoinKeys } from './JoinKeys.tsx';
import { SpanField } from './SpanField.tsx';
import { FILL_NAMES, MOVE_NAMES, SIDE_NAMES, WAY_NAMES } from './words.ts';

const HARD = 'hard';
const PLACINGS: Readonly<Record<Placing | 'own', string>> = {
  centred: 'centred on the cut',
  ends: 'ends at the cut',
  starts: 'starts at the cut',
  own: 'own halves',
};

/**
 * Reads a shutter as an angle, or as an exposure such as 1/50, which is one at the rate of the
 * film.
 */
function shutterOf(text: string, plan: Plan): number {
  const exposure = /^\s*1\s*\/\s*\d/.test(text) ? parseRational(text.replace(/s\s*$/, '')) : null;
  return exposure
    ? numberOf(String(toNumber(angleOf(exposure, plan.rate))), 0, 360)
    : numberOf(text, 0, 360);
}

/** Everything that can be set of a join. */
export function MovePanel({
  plan,
  facts,
  suggested,
}: {
  plan: Plan;
  facts: JoinFacts;
  suggested: Way | null;
}) {
  const edit = useEdit();
  const id = useId();
  const { cut, join, settings, before, after, overlap, out, into } = facts;
  const set = (change: Partial<JoinSettings>) => edit('changeJoin', cut, change);
  const mirrored = settings.peakIn === undefined;
  const total = before + after;
  const { move } = settings;
  const has = (...moves: MoveKind[]) => moves.includes(move);
  const softness = Math.min(
    ...[out, into].flatMap(({ clip }) =>
      clip ? [softnessAt(clip.size, plan.size, settings.peak)] : [],
    ),
  );
  const seconds = toNumber(exposureOf(rational(Math.round(settings.shutter * 10), 10), plan.rate));
  return (
    <>
      <Choose
        label="Move"
        value={(join ? move : HARD) as string}
        of={
          {
            [HARD]: 'Hard cut',
            ...Object.fromEntries(MOVES.map((m) => [m, MOVE_NAMES[m]])),
          } as Record<string, string>
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
            label={`Window, ${total} f`}
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
              label={mirrored ? 'Peak scale' : 'Peak scale out'}
              value={settings.peak * 100}
              unit="%"
              least={5}
              most={2000}
              by={10}
              also={Number.isFinite(softness) ? `${softness.toFixed(2)} px of source per px` : ''}
              onCommit={(peak) => set({ peak: peak / 100 })}
            />
          )}
          {has('zoom-through', 'pull-back', 'whip-pan') && settings.sides === 'both' && (
            <>
              <Form.Check
                type="switch"
                id={`${id}-mirrored`}
                label="Peak in mirrors that out"
                checked={mirrored}
                onChange={(event) =>
                  set({ peakIn: event.target.checked ? undefined : settings.peak })
                }
              />
              {!mirrored && (
                <NumberField
                  label="Peak scale in"
                  value={(settings.peakIn ?? settings.peak) * 100}
                  unit="%"
                  least={5}
                  most={2000}
                  by={10}
                  onCommit={(peak) => set({ peakIn: peak / 100 })}
                />
              )}
            </>
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
              <Choose
                label="Way"
                value={settings.way}
                of={WAY_NAMES}
                onChoose={(way) => set({ way })}
              />
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
            <Choose
              label="Moves"
              value={settings.sides}
              of={SIDE_NAMES}
              onChoose={(sides) => set({ sides })}
            />
          )}
          {has('own') && <JoinKeys facts={facts} />}
          {!has('own', 'plain') && (
            <>
              <EasingField
                label="Easing out"
                value={settings.easeOut}
                onCommit={(easeOut) => set({ easeOut })}
              />
              <EasingField
                label="Easing in"
                value={settings.easeIn}
                onCommit={(easeIn) => set({ easeIn })}
              />
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
            parse={(text) => shutterOf(text, plan)}
            onCommit={(shutter) => set({ shutter })}
          />
          <Choose
            label="Beyond edges"
            value={settings.fill}
            of={FILL_NAMES}
            onChoose={(fill) => set({ fill })}
          />
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
                  side === 'out'
                    ? 'Hold the outgoing where its file ends'
                    : 'Hold the incoming where its file starts'
                }
                checked={settings.hold[side]}
                onChange={(event) =>
                  set({ hold: { ...settings.hold, [side]: event.target.checked } })
                }
              />
            ))}
        </>
      )}
    </>
  );
}
