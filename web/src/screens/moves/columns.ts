import type { Side } from '@caesura/core/joins';
import { AT_REST } from '@caesura/core/motion';
import { PARAMETERS, type Parameter } from '@caesura/core/plan';
import type { WindowRow } from '@caesura/core/film';

/**
 * How a parameter is written: its name, its unit, and what a value is multiplied by to be in it.
 */
export const UNITS: Readonly<
  Record<Parameter, { readonly name: string; readonly unit: string; readonly times: number }>
> = {
  scale: { name: 'scale', unit: '%', times: 100 },
  x: { name: 'x', unit: '% of width', times: 100 },
  y: { name: 'y', unit: '% of height', times: 100 },
  rotation: { name: 'rotation', unit: '°', times: 1 },
  depth: { name: 'turn in depth', unit: '°', times: 1 },
  blur: { name: 'blur', unit: 'px', times: 1 },
  opacity: { name: 'opacity', unit: '%', times: 100 },
  radial: { name: 'radial blur', unit: '% of the way', times: 100 },
  flash: { name: 'flash', unit: '% white', times: 100 },
  dip: { name: 'dip', unit: '% black', times: 100 },
  exposure: { name: 'exposure', unit: 'stops', times: 1 },
  contrast: { name: 'contrast', unit: '%', times: 100 },
  saturation: { name: 'saturation', unit: '%', times: 100 },
};

/** A value in its unit, to a tenth. */
export const inUnit = (of: Parameter, value: number): number =>
  Math.round(value * UNITS[of].times * 10) / 10;

/** A row of figures: a parameter of one side over the window. */
export interface Column {
  readonly side: Side;
  readonly of: Parameter;
}

/**
 * The parameters of either side that are not at rest all over the window, and those asked for
 * beside them.
 */
export function movingColumns(rows: readonly WindowRow[], also: readonly Column[]): Column[] {
  return (['out', 'in'] as const).flatMap((side) =>
    PARAMETERS.filter(
      (of) =>
        also.some((c) => c.side === side && c.of === of) ||
        rows.some((row) => row[side] !== null && Math.abs(row[side][of] - AT_REST[of]) > 1e-9),
    ).map((of) => ({ side, of })),
  );
}
