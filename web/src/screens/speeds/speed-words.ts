import type { ShotFacts } from '@caesura/core/film';
import { placeOf } from '@caesura/core/ramps';
import { percent } from '@caesura/core/time';

/** The speeds of a shot in a line: one, or those of its keys in order, each said once in a row. */
export function speedsLine({ ramp, speed, length }: ShotFacts, most = 4): string {
  if (!ramp) return percent(speed.num / speed.den);
  const keys = [...ramp].sort((a, b) => placeOf(a, length) - placeOf(b, length));
  const all = keys.map((key) => Math.round((100 * key.speed.num) / key.speed.den));
  const changes = all.filter((value, i) => i === 0 || value !== all[i - 1]);
  const shown = changes.length > most ? [...changes.slice(0, most), '…'] : changes;
  return `${shown.join(' → ').replaceAll('-', '−')} %`;
}
