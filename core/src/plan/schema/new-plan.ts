import { frames, frameRate } from '../../time/index.ts';
import { PLAN_VERSION } from './version.ts';
import type { Plan } from './plan-schema.ts';
import { NO_WISHES } from './wishes-schema.ts';

/**
 * A plan to begin with: 24 fps, 1920 × 1080, 30 seconds, starting at 01:00:00:00, two beats a
 * shot, with builds to the drops of its music.
 */
export const newPlan = (name: string): Plan => ({
  version: PLAN_VERSION,
  name,
  client: '',
  rate: frameRate(24),
  dropFrame: false,
  size: { width: 1920, height: 1080 },
  target: frames(720),
  start: frames(86400),
  lead: frames(0),
  pace: '2 beats',
  wishes: { ...NO_WISHES, pacing: { kind: 'form' } },
  music: null,
  sounds: [],
  ducking: null,
  loudness: null,
  clips: [],
  score: null,
  phrases: [],
  recipes: [],
  ramps: [],
  effectFiles: [],
  effects: [],
  notes: [],
  quiet: [],
});
