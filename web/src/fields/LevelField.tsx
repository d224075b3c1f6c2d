import { NumberField } from './NumberField.tsx';

/** Lowest and highest level that is set, in decibels. */
const [LOWEST, HIGHEST] = [-90, 24];

/** A field for how loud something is. */
export function LevelField({
  label = 'Level',
  value,
  also = '',
  onCommit,
}: {
  label?: string;
  /** Decibels. */
  value: number;
  also?: string;
  onCommit: (gain: number) => boolean;
}) {
  return (
    <NumberField
      label={label}
      value={value}
      unit="dB"
      least={LOWEST}
      most={HIGHEST}
      also={also}
      onCommit={onCommit}
    />
  );
}
