import {
  CaesuraError,
  compare,
  parseRate,
  parseRational,
  rational,
  type FrameRate,
  type Rational,
} from '../time/index.ts';
import type { RuleField, RuleValues } from './calculator.ts';

const labelOf = (fields: readonly RuleField[], id: string): string =>
  fields.find((field) => field.id === id)?.label ?? id;

/** What stands in a field: what was typed, or its usual value where that cannot be chosen. */
export function typedIn({ id, usual, choices }: RuleField, values: RuleValues): string {
  const typed = values[id] ?? usual;
  return choices && !choices.some(({ value }) => value === typed) ? usual : typed;
}

/** Values as they are typed, those that are not as they usually are. */
export class Typed {
  readonly #fields: readonly RuleField[];
  readonly #values: RuleValues;

  constructor(fields: readonly RuleField[], values: RuleValues) {
    this.#fields = fields;
    this.#values = values;
  }

  text(id: string): string {
    const field = this.#fields.find((one) => one.id === id);
    return (field ? typedIn(field, this.#values) : '').trim().replaceAll('−', '-');
  }

  /** A frame rate. Throws when it is none. */
  rate(id: string): FrameRate {
    return parseRate(this.text(id));
  }

  /** An exact number between bounds. Throws when it is none or outside them. */
  number(id: string, least: number, most: number): Rational {
    const text = this.text(id).replace(',', '.').replace(/\s*%$/, '');
    const value = parseRational(text);
    const label = labelOf(this.#fields, id);
    if (!value)
      throw new CaesuraError(
        'bad-number',
        `“${text}” is no number for ${label}.`,
        'Write 12, 0.5 or 1/3.',
      );
    if (compare(value, bound(least)) < 0 || compare(value, bound(most)) > 0)
      throw new CaesuraError(
        'bad-number',
        `${label} is ${text}, and goes from ${least} to ${most}.`,
        `Choose something from ${least} to ${most}.`,
      );
    return value;
  }

  /** A whole number between bounds. Throws when it is none or outside them. */
  whole(id: string, least: number, most: number): number {
    const value = this.number(id, least, most);
    if (value.den !== 1)
      throw new CaesuraError(
        'bad-number',
        `${labelOf(this.#fields, id)} is counted in whole numbers.`,
        `Write ${Math.round(value.num / value.den)}.`,
      );
    return value.num;
  }
}

const bound = (value: number): Rational => rational(Math.round(value * 1000), 1000);
