/** Tints of clips, in the order of the clips, round and round: names of palette colours. */
export const CLIP_TINTS = ['teal', 'moss', 'plum', 'ochre', 'slate', 'red'] as const;

/** Tint of the clip at a place in the list, or none for a shot without a clip. */
export const tintOf = (place: number): string =>
  place < 0 ? 'none' : CLIP_TINTS[place % CLIP_TINTS.length]!;
