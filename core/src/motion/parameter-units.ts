import type { Parameter } from '../plan/index.ts';

/** How a parameter is written: its name, its unit, and what a value is multiplied by for it. */
export interface ParameterUnit {
  readonly name: string;
  readonly unit: string;
  readonly times: number;
}

/** Units in which values of motions are read and typed. */
export const PARAMETER_UNITS: Readonly<Record<Parameter, ParameterUnit>> = {
  scale: { name: 'scale', unit: '%', times: 100 },
  x: { name: 'x', unit: '% of width', times: 100 },
  y: { name: 'y', unit: '% of height', times: 100 },
  rotation: { name: 'rotation', unit: '°', times: 1 },
  depth: { name: 'turn in depth', unit: '°', times: 1 },
  opacity: { name: 'opacity', unit: '%', times: 100 },
  blur: { name: 'blur', unit: 'px', times: 1 },
  radial: { name: 'radial blur', unit: '% of the way', times: 100 },
  flash: { name: 'flash', unit: '% white', times: 100 },
  dip: { name: 'dip', unit: '% black', times: 100 },
  exposure: { name: 'exposure', unit: 'stops', times: 1 },
  contrast: { name: 'contrast', unit: '%', times: 100 },
  saturation: { name: 'saturation', unit: '%', times: 100 },
};
