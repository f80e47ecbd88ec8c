import { expect, type Page } from '@playwright/test';

/** Somebody at the screen, at a person's pace. Every key, click and choice counts. */
export class Person {
  keys = 0;
  clicks = 0;
  constructor(readonly page: Page) {}
  get actions() {
    return this.keys + this.clicks;
  }
  /** 60 to 150 ms a key, never even. */
  async type(text: string) {
    for (const [i, c] of [...text].entries()) {
      this.keys++;
      if (c === '\n') await this.page.keyboard.press('Enter');
      else await this.page.keyboard.type(c);
      await this.page.waitForTimeout(60 + ((i * 37) % 91));
    }
  }
  async press(key: string, times = 1) {
    for (let i = 0; i < times; i++) {
      this.keys++;
      await this.page.keyboard.press(key);
      await this.page.waitForTimeout(100);
    }
  }
  async click(what: ReturnType<Page['locator']>) {
    this.clicks++;
    await what.click();
  }
  async choose(what: ReturnType<Page['locator']>, option: string | { label: string }) {
    this.clicks++;
    await what.selectOption(option);
  }

  /** What has the focus, by its name. */
  focused(): Promise<string> {
    return this.page.evaluate(() => {
      const e = document.activeElement as HTMLInputElement | null;
      if (e === document.body) return '';
      const named = e?.getAttribute('aria-label') ?? e?.labels?.[0]?.innerText ?? e?.textContent ?? '';
      return named.replace(/\s+/g, ' ').trim();
    });
  }
  /** Walks with Tab to what is named so; nothing else is touched. */
  async reach(name: string | RegExp, most = 70) {
    for (let i = 0; i < most; i++) {
      const there = await this.focused();
      if (typeof name === 'string' ? there.startsWith(name) : name.test(there)) return;
      this.keys++;
      await this.page.keyboard.press('Tab');
      await this.page.waitForTimeout(25);
    }
    throw new Error(
      `${String(name)} is not reached with ${most} Tabs; the focus is on “${await this.focused()}”`,
    );
  }
  /** Calls a command or a document by its name. */
  async call(words: string) {
    await this.press('Control+k');
    await this.page.getByRole('dialog').getByRole('combobox').waitFor();
    await this.type(words);
    await expect(this.page.getByRole('dialog').getByRole('option').first()).toContainText(
      new RegExp(words, 'i'),
    );
    await this.press('Enter');
  }
}

/** Scrolls a long list until what is looked for stands in it; scrolling is no action. */
export async function reveal(page: Page, what: ReturnType<Page['locator']>): Promise<void> {
  await expect(page.getByRole('link', { name: /counts|Beginner|Improver/ }).first()).toBeVisible();
  await page.mouse.move(640, 500);
  for (let i = 0; i < 60 && (await what.count()) === 0; i++) {
    await page.mouse.wheel(0, 300);
    await page.waitForTimeout(60);
  }
  await expect(what.first()).toBeVisible();
}
