import type { PhraseSettings, Shake } from '@caesura/core/plan';
import { parseRational, toText } from '@caesura/core/time';
import { Button } from 'react-bootstrap';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField, numberOf } from '../../fields/NumberField.tsx';

/** How far, how often and for how long a phrase shakes. */
export function ShakeFields({
  shake,
  set,
}: {
  shake: Shake;
  set: (change: Partial<PhraseSettings>) => boolean;
}) {
  const change = (part: Partial<Shake>) => set({ shake: { ...shake, ...part } });
  return (
    <>
      <NumberField
        label="Reach"
        value={shake.reach * 100}
        unit="%"
        least={0}
        most={100}
        by={0.1}
        also="of the width"
        onCommit={(reach) => change({ reach: reach / 100 })}
      />
      <NumberField
        label="Turn"
        value={shake.turn}
        unit="°"
        least={0}
        most={90}
        by={0.1}
        onCommit={(turn) => change({ turn })}
      />
      <NumberField
        label="How often"
        value={shake.often.num / shake.often.den}
        unit={shake.per === 'second' ? 'Hz' : 'a beat'}
        least={0.1}
        most={50}
        parse={(text) => numberOf(text.replace(/\s*(hz|a beat)$/i, ''), 0.1, 50)}
        onCommit={(often) => {
          const exact = parseRational(toText({ num: Math.round(often * 100), den: 100 }))!;
          return change({ often: { num: exact.num, den: exact.den } });
        }}
      />
      <Choose
        label="Counted"
        value={shake.per}
        of={{ second: 'in a second', beat: 'in a beat' }}
        onChoose={(per) => change({ per })}
      />
      <NumberField
        label="Left after 1 s"
        value={shake.left * 100}
        unit="%"
        least={0}
        most={100}
        by={5}
        onCommit={(left) => change({ left: left / 100 })}
      />
      <Button
        variant="link"
        size="sm"
        onClick={() => change({ seed: (shake.seed + 1) % 1_000_000 })}
      >
        Another shake like it
      </Button>
    </>
  );
}
