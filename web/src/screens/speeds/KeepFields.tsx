import { speedOf, type ShotFacts } from '@caesura/core/film';
import {
  constantRamp,
  figuresOf,
  GIVING,
  toSpeed,
  type Gives,
  type KeepAsked,
  type SpeedChange,
} from '@caesura/core/ramps';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

type What = SpeedChange['what'];

/** What is typed of a figure that is to be another; what is left out is as the shot has it. */
export interface KeepFigures {
  readonly what?: What;
  /** In per cent, or in frames. */
  readonly to?: number;
  readonly gives?: Gives;
}

const WORDS: Readonly<Record<Gives, string>> = {
  crest: 'the crest',
  floor: 'the floor',
  speeds: 'all speeds',
  ramp: 'the ramp length',
  length: 'how long it is',
};

/** The figures that a shot has, and those that can give way to each. */
function figuresHere({ ramp, shot, length }: ShotFacts) {
  const now = figuresOf(ramp ?? constantRamp(speedOf(shot)), length);
  const has = (name: Gives) =>
    name === 'crest' || name === 'ramp' ? now[name] !== null : name !== 'speeds' || now.floor > 0;
  const whats = (['crest', 'floor', 'ramp', 'length'] as const).filter(has);
  return { now, whats, gives: (what: What) => GIVING[what].filter(has) };
}

/** What is asked for with what was typed; a figure that the shot does not have is not asked for. */
function resolved(facts: ShotFacts, { what, to, gives }: KeepFigures) {
  const here = figuresHere(facts);
  const asked = what && here.whats.includes(what) ? what : here.whats[0]!;
  const giving = here.gives(asked);
  const now = here.now[asked]!;
  const percent = asked === 'crest' || asked === 'floor';
  return {
    ...here,
    ...{ asked, percent, giving },
    to: (asked === what ? to : undefined) ?? (percent ? Math.round(10_000 * now) / 100 : now),
    way: gives && giving.includes(gives) ? gives : giving[0]!,
  };
}

/** The question that is asked with what was typed. */
export function keepAsked(facts: ShotFacts, keep: KeepFigures): KeepAsked {
  const { asked: what, to, way } = resolved(facts, keep);
  const change: SpeedChange =
    what === 'crest' || what === 'floor'
      ? { what, speed: toSpeed(to / 100) }
      : { what, frames: to };
  return { change, gives: way };
}

/** One figure of the speeds that is to be another, and what gives way to it. */
export function KeepFields({
  facts,
  keep,
  set,
}: {
  facts: ShotFacts;
  keep: KeepFigures;
  set: (keep: KeepFigures) => void;
}) {
  const { asked, whats, giving, percent, to, way } = resolved(facts, keep);
  const put = (value: number) => {
    set({ ...keep, what: asked, to: value });
    return true;
  };
  const named = <T extends Gives>(of: readonly T[]) =>
    Object.fromEntries(of.map((name) => [name, WORDS[name]])) as Record<T, string>;
  return (
    <>
      <Choose
        label="Change"
        value={asked}
        of={named(whats)}
        onChoose={(what) => set({ ...(keep.gives && { gives: keep.gives }), what })}
      />
      {percent ? (
        <NumberField
          label="To be"
          value={to}
          unit="%"
          least={1}
          most={10_000}
          by={10}
          onCommit={put}
        />
      ) : (
        <WholeField label="To be" value={to} least={1} most={100_000} also="f" onCommit={put} />
      )}
      <Choose
        label="Gives way"
        value={way}
        of={named(giving)}
        onChoose={(gives) => set({ ...keep, gives })}
      />
    </>
  );
}
