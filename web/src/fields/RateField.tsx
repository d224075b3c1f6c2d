import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import {
  parseRate,
  rateLabel,
  sameRate,
  toText,
  USUAL_RATES,
  type FrameRate,
} from '@caesura/core/time';
import { TextField } from './TextField.tsx';

const CUSTOM = 'custom';

/** A frame rate: one of the usual, or any fraction. */
export function RateField({
  label,
  value,
  onCommit,
}: {
  label: string;
  value: FrameRate;
  onCommit: (rate: FrameRate) => boolean;
}) {
  const id = useId();
  const usual = USUAL_RATES.find((rate) => sameRate(rate, value));
  const [custom, setCustom] = useState(false);
  const open = custom || !usual;
  return (
    <>
      <Form.Group className="field">
        <Form.Label htmlFor={id}>{label}</Form.Label>
        <div className="field-row">
          <Form.Select
            id={id}
            value={open ? CUSTOM : toText(value)}
            onChange={(event) => {
              const text = event.target.value;
              setCustom(text === CUSTOM);
              if (text !== CUSTOM) onCommit(parseRate(text));
            }}
          >
            {USUAL_RATES.map((rate) => (
              <option key={toText(rate)} value={toText(rate)}>
                {rateLabel(rate)}
              </option>
            ))}
            <option value={CUSTOM}>another</option>
          </Form.Select>
          <span className="field-also figures">
            {value.num}/{value.den} frames a second
          </span>
        </div>
      </Form.Group>
      {open && (
        <TextField
          label={`${label} as a fraction`}
          value={`${value.num}/${value.den}`}
          maxLength={40}
          check={(text) => void parseRate(text)}
          also="such as 24000/1001, 18 or 29.97"
          onCommit={(text) => {
            const done = onCommit(parseRate(text));
            if (done) setCustom(false);
            return done;
          }}
        />
      )}
    </>
  );
}
