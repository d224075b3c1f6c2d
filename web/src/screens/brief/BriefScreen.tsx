import { lengthContext } from '@caesura/core/film';
import { checkPace, paceCounts } from '@caesura/core/layout';
import { canDropFrames, frames, parseLength, parseTimecode } from '@caesura/core/time';
import { Form } from 'react-bootstrap';
import { counted, timecodeAt } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { LengthField } from '../../fields/LengthField.tsx';
import { RateField } from '../../fields/RateField.tsx';
import { SizeField } from '../../fields/SizeField.tsx';
import { TextField } from '../../fields/TextField.tsx';
import { FilmLengthField } from './FilmLengthField.tsx';
import { RateMeaning } from './RateMeaning.tsx';
import { StandingPanel } from './StandingPanel.tsx';

/** What a lead does, in words. */
const leadWords = (lead: number): string =>
  lead === 0
    ? 'cuts fall on their cues'
    : `cuts fall ${counted(Math.abs(lead), 'frame')} ${lead > 0 ? 'before' : 'after'} their cues`;

/**
 * What the film is to be: names, rate, size, lengths, pace, at once what the rate means in frames,
 * and what there is of it.
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
        <FilmLengthField plan={plan} onCommit={(target) => edit('changeBrief', { target })} />
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
          parse={(text) =>
            parseLength(text.trim().replace('−', '-').replace(/^\+/, ''), context).frames
          }
          also={leadWords(plan.lead)}
          onCommit={(lead) => edit('changeBrief', { lead })}
        />
        <TextField
          label="Pace"
          value={plan.pace}
          maxLength={40}
          check={(text) => checkPace(text, context)}
          also={
            paceCounts(plan.pace, context)
              ? 'length of a shot: 2 beats, 1 bar, 0.5s, 12f'
              : 'length of a shot; beats and bars count once there is music'
          }
          onCommit={(pace) => edit('changeBrief', { pace })}
        />
      </section>
      <RateMeaning plan={plan} />
      <StandingPanel plan={plan} />
    </div>
  );
}
