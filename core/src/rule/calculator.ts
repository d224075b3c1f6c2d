/** What is typed into a calculator. */
export interface RuleField {
  readonly id: string;
  readonly label: string;
  /** What stands there at first. */
  readonly usual: string;
  /** Written behind the field. */
  readonly unit?: string;
  /** What can be chosen, where it is not typed. */
  readonly choices?: readonly { readonly value: string; readonly name: string }[];
}

/** A figure that was worked out. */
export interface RuleResult {
  readonly name: string;
  readonly value: string;
  /** Whether it is exact; others are marked as near. */
  readonly exact: boolean;
}

/** A table of figures side by side. */
export interface RuleTable {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** What came of the values that were typed. */
export interface Worked {
  readonly results: readonly RuleResult[];
  readonly table?: RuleTable;
  /** What was rounded, and by how much; null where nothing was. */
  readonly rounded: string | null;
  /** The answer as a sentence to copy. */
  readonly sentence: string;
}

/** Typed values by the ids of their fields. */
export type RuleValues = Readonly<Record<string, string>>;

/** A calculator that needs no plan. */
export interface Calculator {
  readonly id: string;
  readonly name: string;
  /** What it answers, in a sentence. */
  readonly about: string;
  readonly fields: readonly RuleField[];
  /** The formulas, written out. */
  readonly formulas: readonly string[];
  /** Where they come from. */
  readonly source: string;
  /** Throws, with the mend, what of the values cannot be read. */
  readonly work: (values: RuleValues) => Worked;
}
