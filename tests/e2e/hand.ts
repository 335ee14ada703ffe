import { expect, type Locator, type Page } from '@playwright/test';

/** A hand that counts what it does: each click, tap or key is one input; typing words is counted apart. */
export class Hand {
  inputs = 0;
  typed = 0;

  constructor(readonly page: Page) {}

  async click(what: Locator) {
    this.inputs++;
    await what.click();
  }

  async tap(what: Locator) {
    this.inputs++;
    await what.tap();
  }

  async key(key: string) {
    this.inputs++;
    await this.page.keyboard.press(key);
  }

  /** Writes where the focus is. */
  async write(text: string) {
    this.typed += text.length;
    await this.page.keyboard.insertText(text);
  }

  /** Goes on by Tab until something has the focus; fails where it cannot be reached. */
  async tabTo(what: Locator, way: 'Tab' | 'Shift+Tab' = 'Tab', most = 150) {
    await expect(what).toBeVisible();
    for (let n = 0; n < most; n++) {
      if (await what.evaluate((e) => e === document.activeElement)) return;
      await this.key(way);
    }
    throw new Error(`${String(what)} is not reached by ${way}.`);
  }

  /** The same, then presses it. */
  async press(what: Locator, way: 'Tab' | 'Shift+Tab' = 'Tab') {
    await this.tabTo(what, way);
    await this.key('Enter');
  }
}
