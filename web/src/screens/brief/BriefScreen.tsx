import { lengthContext } from '@caesura/core/film';
import { parsePace } from '@caesura/core/layout';
import { canDropFrames, frames, parseTimecode } from '@caesura/core/time';
import { Form } from 'react-bootstrap';
import { counted, lengthTimecode, secondsOf, timecodeAt } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { LengthField } from '../../fields/LengthField.tsx';
import { RateField } from '../../fields/RateField.tsx';
import { SizeField } from '../../fields/SizeField.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { RateMeaning } from './RateMeaning.tsx';

/**
 * What the film is to be: names, rate, size, lengths, pace, and at once what the rate means in
 * frames.
 */
export default function BriefScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const context = lengthContext(plan);
  const canDrop = canDropFrames(plan.rate);
  return (
    <div className="brief">
      <section className="sheet" aria-labelledby="brief-film">
        <h2 id="brief-film">The film</h2>
        <TextField
          label="Name"
          value={plan.name}
          onCommit={(name) => name !== '' && edit('changeBrief', { name })}
        />
        <TextField
          label="Client"
          value={plan.client}
          onCommit={(client) => edit('changeBrief', { client })}
        />
        <RateField
          label="Frame rate"
          value={plan.rate}
          onCommit={(rate) => edit('changeRate', rate)}
        />
        <Form.Check
          type="switch"
          id="drop-frame"
          className="field-switch"
          label={
            canDrop ? 'Drop-frame timecode' : 'Drop-frame timecode: only at 29.97 and 59.94 fps'
          }
          disabled={!canDrop}
          checked={plan.dropFrame}
          onChange={(event) => edit('changeBrief', { dropFrame: event.target.checked })}
        />
        <SizeField value={plan.size} onCommit={(size) => edit('changeBrief', { size })} />
        <LengthField
          label="Target length"
          value={plan.target}
          written={lengthTimecode(plan.target, plan)}
          context={context}
          also={
            <span className="figures">
              {plan.target} f · {secondsOf(plan.target, plan.rate)}
            </span>
          }
          onCommit={(target) => edit('changeBrief', { target })}
        />
        <LengthField
          label="Start timecode"
          value={plan.start}
          written={timecodeAt(0, plan)}
          context={context}
          parse={(text) =>
            /^\d+$/.test(text.trim())
              ? frames(Number(text))
              : parseTimecode(text, plan.rate, plan.dropFrame)
          }
          also={<span>of the first frame</span>}
          onCommit={(start) => edit('changeBrief', { start })}
        />
        <LengthField
          label="Lead"
          value={plan.lead}
          written={`${plan.lead} f`}
          context={context}
          also={
            plan.lead === 0
              ? 'cuts fall on their cues'
              : `cuts fall ${counted(plan.lead, 'frame')} before their cues`
          }
          onCommit={(lead) => edit('changeBrief', { lead })}
        />
        <TextField
          label="Pace"
          value={plan.pace}
          maxLength={40}
          check={(text) => void parsePace(text, context)}
          also="length of a shot: 2 beats, 1 bar, 0.5s, 12f"
          onCommit={(pace) => edit('changeBrief', { pace })}
        />
      </section>
      <RateMeaning plan={plan} />
    </div>
  );
}
