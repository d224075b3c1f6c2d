import type { Locator, Page, TestInfo } from '@playwright/test';
import { expect, scrollToCut, type } from './test.ts';

/** Hands of a person, who count what they do: a click, a choice, a value typed is one each. */
export class Hand {
  acts = 0;

  constructor(readonly page: Page) {}

  async click(what: Locator, modifiers: readonly ('Shift' | 'Control')[] = []): Promise<void> {
    this.acts++;
    await what.click({ modifiers: [...modifiers] });
  }

  button(name: string | RegExp): Promise<void> {
    return this.click(this.page.getByRole('button', { name, exact: typeof name === 'string' }));
  }

  async select(label: string, option: string | { readonly label: string }): Promise<void> {
    this.acts++;
    await this.page.getByLabel(label, { exact: true }).selectOption(option);
  }

  async type(label: string, text: string): Promise<void> {
    this.acts++;
    await type(this.page, label, text);
  }

  async key(key: string): Promise<void> {
    this.acts++;
    await this.page.keyboard.press(key);
  }

  /** Switches something on or off. */
  async switch(label: string | RegExp): Promise<void> {
    this.acts++;
    await this.page.getByLabel(label).click();
  }

  /** Chooses a cut in the list of moves. */
  async cut(n: number, modifiers: readonly ('Control' | 'Shift')[] = []): Promise<void> {
    await scrollToCut(this.page, n);
    await this.click(this.page.getByRole('option', { name: new RegExp(`^Cut ${n} `) }), modifiers);
  }

  /** Notes how many acts an example took. */
  told(info: TestInfo, most: number): void {
    info.annotations.push({ type: 'acts', description: String(this.acts) });
    expect(this.acts).toBeLessThanOrEqual(most);
  }
}
