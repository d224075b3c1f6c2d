import type { Plan } from '@caesura/core/plan';
import { even, rehearsed } from './even.ts';
import type { DemoMaterial } from './material.ts';
import { teaser } from './teaser.ts';
import { trouble } from './trouble.ts';
import { upright } from './upright.ts';

/** The plans of the demo by their file names, in the order in which they are listed. */
export const shownPlans = (material: DemoMaterial): Readonly<Record<string, Plan>> => ({
  '1-open-day-teaser': teaser(material),
  '2-upright': upright(material),
  '3-in-trouble': trouble(material),
});

/** Plans of the same material that tests and figures use, by their file names. */
export const triedPlans = (material: DemoMaterial): Readonly<Record<string, Plan>> => ({
  even: even(material),
  rehearsed: rehearsed(material),
});

export type { DemoMaterial } from './material.ts';
