import { Button } from 'react-bootstrap';
import { knownSum } from '@caesura/core/faults';
import type { Film } from '@caesura/core/film';
import type { LoudnessAim } from '@caesura/core/plan';
import { loudnessAdvice, type SumLevel } from '@caesura/core/sound';
import { signed } from '../../app/format.ts';
import { useFaults } from '../../app/faults.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';

/** Usual aims in LUFS with the true peak that goes with them; −1 dB where none is published. */
const AIMS = {
  none: { name: 'open', aim: null },
  web: { name: '−14 LUFS, web', aim: { loudness: -14, truePeak: -1 } },
  phone: { name: '−16 LUFS, web speech', aim: { loudness: -16, truePeak: -1 } },
  r128: { name: '−23 LUFS, EBU R 128', aim: { loudness: -23, truePeak: -1 } },
  a85: { name: '−24 LUFS, ATSC A/85', aim: { loudness: -24, truePeak: -2 } },
  own: { name: 'own', aim: { loudness: -18, truePeak: -1 } },
} as const;
type Aim = keyof typeof AIMS;
const NAMES = Object.fromEntries(
  Object.entries(AIMS).map(([key, { name }]) => [key, name]),
) as Record<Aim, string>;

/** How far a film is from the loudness that is aimed at, in words. */
function adviceWords(level: SumLevel | null, aim: LoudnessAim): string {
  if (!level) return 'The sum is being measured.';
  const advice = loudnessAdvice(level, aim);
  if (!advice) return 'Nothing is heard.';
  const { by, missing } = advice;
  const off = Math.abs(level.loudness - aim.loudness).toFixed(1);
  if (missing > 0)
    return by === 0
      ? `It is ${off} LU softer than that, and its true peak is at its limit: lower what peaks first.`
      : `It is ${off} LU softer than that. Turned by ${signed(by, 1)} dB its true peak is at its limit, with ${missing.toFixed(1)} LU still missing: lower what peaks first.`;
  if (by === 0) return 'It is as loud as that.';
  return `It is ${off} LU ${by < 0 ? 'louder' : 'softer'} than that.`;
}

/** How loud the whole film is to be, how far it is from that, and the gain that gets there. */
export function LoudnessFields({ film }: { film: Film }) {
  const edit = useEdit();
  const { sum } = useFaults();
  const { plan } = film;
  const aim = plan.loudness;
  const level = knownSum(plan, { sum });
  const chosen =
    (Object.keys(AIMS) as Aim[]).find(
      (key) =>
        key !== 'own' &&
        AIMS[key].aim?.loudness === aim?.loudness &&
        AIMS[key].aim?.truePeak === aim?.truePeak,
    ) ?? 'own';
  const advice = aim && level && loudnessAdvice(level, aim);
  return (
    <section aria-label="The whole film">
      <h3>The whole film</h3>
      <Choose
        label="Aim at"
        value={chosen}
        of={NAMES}
        onChoose={(key) => edit('aimLoudness', AIMS[key].aim)}
      />
      {aim && (
        <>
          <NumberField
            label="Loudness"
            value={aim.loudness}
            unit="LUFS"
            least={-60}
            most={0}
            by={1}
            onCommit={(loudness) => edit('aimLoudness', { ...aim, loudness })}
          />
          <NumberField
            label="True peak"
            value={aim.truePeak}
            unit="dB"
            least={-20}
            most={0}
            by={1}
            onCommit={(truePeak) => edit('aimLoudness', { ...aim, truePeak })}
          />
          <p className="hint" role="status">
            {adviceWords(level, aim)}
          </p>
          {advice && advice.by !== 0 && (
            <Button variant="outline-dark" size="sm" onClick={() => edit('turnAll', advice.by)}>
              Turn everything by {signed(advice.by, 1)} dB
            </Button>
          )}
        </>
      )}
    </section>
  );
}
