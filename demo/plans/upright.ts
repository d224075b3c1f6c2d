import { newPlan, type Plan } from '@caesura/core/plan';
import { frameRate, frames } from '@caesura/core/time';
import { proposed, withMaterial, type DemoMaterial } from './material.ts';

/** Fifteen seconds upright, in drop-frame timecode, as proposed. */
export const upright = (material: DemoMaterial): Plan =>
  proposed(
    withMaterial(
      {
        ...newPlan('Fifteen seconds, upright'),
        rate: frameRate(30000, 1001),
        dropFrame: true,
        start: frames(107892),
        size: { width: 1080, height: 1920 },
      },
      material,
      material.clips.slice(4, 12),
      frames(450),
    ),
    material,
  );
