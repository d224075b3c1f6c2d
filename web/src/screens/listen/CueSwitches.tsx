import { Form } from 'react-bootstrap';
import { cuesOfSound } from '@caesura/core/film';
import { switchOf, type CueKind, type Sound } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { CueGlyph } from '../../components/CueGlyph.tsx';
import { CUE_LABELS, LISTED_KINDS } from './kinds.ts';

/** Steps of a threshold. */
const STEPS = 20;

function CueSwitch({
  sound,
  kind,
  strengths,
}: {
  sound: Sound;
  kind: CueKind;
  strengths: readonly number[];
}) {
  const edit = useEdit();
  const { on, least } = switchOf(sound, kind);
  const left = strengths.filter((s) => s >= least).length;
  const set = (to: { on: boolean; least: number }) => edit('switchCues', sound.id, kind, to);
  return (
    <li className="cue-switch">
      <CueGlyph kind={kind} />
      <Form.Check
        type="switch"
        id={`cue-${kind}`}
        label={CUE_LABELS[kind]}
        checked={on}
        onChange={(event) => set({ on: event.target.checked, least })}
      />
      <span className="figures" title={`${left} of ${strengths.length} are at least so strong`}>
        {left < strengths.length ? `${left} of ${strengths.length}` : left}
      </span>
      <Form.Range
        aria-label={`${CUE_LABELS[kind]}: least strength`}
        aria-valuetext={`${Math.round(100 * least)} %`}
        title={`Least strength ${Math.round(100 * least)} %`}
        min={0}
        max={STEPS}
        value={Math.round(least * STEPS)}
        disabled={!on}
        onChange={(event) => set({ on, least: Number(event.target.value) / STEPS })}
      />
    </li>
  );
}

/** Each kind of cue with its mark, its number, a switch and the least strength that is used. */
export function CueSwitches({ sound }: { sound: Sound }) {
  const strengths = new Map<CueKind, number[]>();
  for (const cue of cuesOfSound(sound)) {
    const list = strengths.get(cue.kind);
    if (list) list.push(cue.strength);
    else strengths.set(cue.kind, [cue.strength]);
  }
  return (
    <>
      <ul className="cue-switches">
        {LISTED_KINDS.filter((kind) => strengths.has(kind)).map((kind) => (
          <CueSwitch key={kind} sound={sound} kind={kind} strengths={strengths.get(kind)!} />
        ))}
      </ul>
    </>
  );
}
