/** What effects of the kit are made for; those of one are variations of one another. */
export const FAMILIES = [
  'whoosh',
  'riser',
  'swell',
  'impact',
  'thump',
  'drop',
  'click',
  'tick',
  'shutter',
  'page',
  'room',
  'air',
] as const;
export type Family = (typeof FAMILIES)[number];

/** An effect that is made here. */
export interface KitEffect {
  readonly id: string;
  readonly family: Family;
  readonly name: string;
  /** Seconds. */
  readonly length: number;
  /**
   * Whether it sounds well fitted to the window of a cut: a whoosh, which passes as the pictures
   * do.
   */
  readonly passes?: boolean;
  /** Its one channel at MIX_RATE. */
  readonly render: () => Float32Array;
}
