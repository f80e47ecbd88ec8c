import { expect, test, type Page } from '@playwright/test';

const saved = (page: Page) => expect(page.locator('.saved')).toHaveText('Saved');

/** From now on the store takes nothing more, as a browser without room does; `page.evaluate(() => window.room())` ends that. */
const noRoom = (page: Page) =>
  page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('No room is left.', 'QuotaExceededError');
    };
    Object.assign(window, { room: () => (IDBObjectStore.prototype.put = put) });
  });
const roomAgain = (page: Page) =>
  page.evaluate(() => void (window as unknown as { room: () => void }).room());

test('no room is left: it is said, what was typed stays, and is saved once there is room', async ({
  page,
}) => {
  await page.goto('/figures/demo-push');
  await page.locator('.cm-content').click();
  await saved(page);
  await noRoom(page);
  await page.keyboard.press('Control+End');
  await page.keyboard.type('\ncalls 1 softly', { delay: 80 });
  const band = page.getByRole('alert').filter({ hasText: 'no room left' });
  await expect(band).toContainText('Your changes are still here');
  await expect(band.getByRole('link', { name: 'What takes the room' })).toHaveAttribute('href', '/data#room');
  await expect(page.locator('.cm-content')).toContainText('calls 1 softly');
  await roomAgain(page);
  await band.getByRole('button', { name: 'Try again' }).click();
  await saved(page);
  await page.reload();
  await expect(page.locator('.cm-content')).toContainText('calls 1 softly');
});

test('a large file is read with its progress shown, and can be given up', async ({ page }) => {
  await page.goto('/data');
  await expect(page.getByText(/are kept in this browser/)).toBeVisible();
  const line = `${'leader 1 fwd 2 side 3 place '.repeat(40)}\n`;
  const buffer = Buffer.from(`figure: Long\n${line.repeat(Math.ceil(24_000_000 / line.length))}`);
  await page
    .getByLabel(/A backup, a file of figures/)
    .setInputFiles({ name: 'long.txt', mimeType: 'text/plain', buffer });
  const status = page.getByRole('status').filter({ has: page.locator('progress') });
  await status.getByRole('button', { name: 'Cancel' }).click();
  await expect(status).toBeHidden();
  await expect(page.getByRole('alertdialog')).toBeHidden();
  await expect(page.getByText('was not brought in')).toBeHidden();
  await page.goto('/figures');
  await expect(page.getByText('54 in the repertoire')).toBeVisible();
});

test('text that grows too long is not taken: said at once, and what was there stays', async ({ page }) => {
  await page.goto('/figures/demo-push');
  await page.locator('.cm-content').click();
  await saved(page);
  const before = await page.locator('.cm-content').innerText();
  await page.keyboard.press('Control+End');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', `\n${'calls 1 la\n'.repeat(4_000)}`);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await page.getByRole('button', { name: 'Put it in as it is' }).click();
  await expect(page.getByRole('alert')).toContainText('up to 40000 characters');
  await page.reload();
  await saved(page);
  expect(await page.locator('.cm-content').innerText()).toBe(before);
});
