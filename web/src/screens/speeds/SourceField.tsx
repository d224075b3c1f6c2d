import { useId } from 'react';
import type { Clip } from '@caesura/core/plan';
import { MOMENT_KINDS } from '../../components/moment-kinds.ts';
import { WholeField } from '../../fields/WholeField.tsx';

/** A source frame to be typed, or one of the moments of its clip, or the one at the position. */
export function SourceField({
  label,
  clip,
  value,
  here,
  onChoose,
}: {
  label: string;
  clip: Clip;
  value: number;
  /** The source frame at the position; null outside the shot. */
  here: number | null;
  onChoose: (value: number) => void;
}) {
  const id = useId();
  return (
    <div className="source-field">
      <WholeField
        label={label}
        value={value}
        least={0}
        most={clip.frames}
        onCommit={(source) => {
          onChoose(source);
          return true;
        }}
      />
      <label htmlFor={id} className="visually-hidden">
        {label} a moment
      </label>
      <select
        id={id}
        className="form-select form-select-sm"
        value=""
        onChange={(event) => onChoose(Number(event.target.value))}
      >
        <option value="">moment…</option>
        {here !== null && <option value={here}>here, {here}</option>}
        {clip.moments.map(({ at, kind }) => (
          <option key={at} value={at}>
            {MOMENT_KINDS[kind].name}, {at}
          </option>
        ))}
      </select>
    </div>
  );
}
