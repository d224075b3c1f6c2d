import { PARAMETER_RANGES, PARAMETERS, type Parameter } from '../plan/index.ts';

/** How a picture is shown on one frame, one value a parameter; see `PARAMETER_RANGES`. */
export type PictureValues = Readonly<Record<Parameter, number>>;

/** A picture as it is. */
export const AT_REST: PictureValues = Object.fromEntries(
  PARAMETERS.map((of) => [of, PARAMETER_RANGES[of].rest]),
) as Record<Parameter, number>;

/** Whether a picture is shown as it is, to a billionth. */
export const rests = (values: PictureValues): boolean =>
  PARAMETERS.every((of) => Math.abs(values[of] - AT_REST[of]) < 1e-9);
