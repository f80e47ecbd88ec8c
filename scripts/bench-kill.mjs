/*
 * Kill and reopen: a person types, the whole browser is killed at a random moment, and what is there on reopening is
 * held against what was typed. KILLS says how often (24).
 */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM, launchOptions } from './chromium.mjs';
import { seeded } from './seeded.mjs';

const sleep = (ms) => new Promise((r) => setTimeout(r, ms));
/** What may be lost of what was typed last, milliseconds. */
const WINDOW = 150;

/** A browser of its own: the port is the one it says itself, so that it is never another’s. */
async function start(profile) {
  const said = join(profile, 'DevToolsActivePort');
  rmSync(said, { force: true });
  const args = [
    ...launchOptions.args,
    '--headless=new',
    `--user-data-dir=${profile}`,
    '--remote-debugging-port=0',
  ];
  const child = spawn(CHROMIUM, [...args, 'about:blank'], { detached: true, stdio: 'ignore' });
  const gone = new Promise((resolve) => child.once('exit', resolve));
  const kill = async () => {
    try {
      process.kill(-child.pid, 'SIGKILL');
    } catch {
      // It has ended.
    }
    await gone;
  };

  for (let i = 0; ; i++) {
    try {
      if (!existsSync(said)) throw new Error('it does not say its port');
      const port = readFileSync(said, 'utf8').split('\n')[0];
      const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`);
      return { page: await browser.contexts()[0].newPage(), kill, browser };
    } catch (e) {
      if (i > 80) {
        await kill();
        throw e;
      }
      await sleep(100);
    }
  }
}

/** A line of the breakdown typed key by key; gives what is in the text. */
const figure = {
  name: 'figure',
  path: '/figures/demo-push',
  ready: async (page) => {
    await page.locator('.saved').waitFor();
    await page.locator('.cm-content').click();
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Enter');
    await page.keyboard.type('calls 1 zq', { delay: 20 });
  },
  key: (page) => page.keyboard.press('z'),
  length: async (page) => {
    await page.locator('.cm-content').waitFor();
    const text = await page.locator('.cm-content').innerText();
    return /zq(z*)/.exec(text)?.[1]?.length ?? -1;
  },
};
/** A part danced once more with every key, and once less at the end of the way. */
const combination = {
  name: 'combination',
  path: '/combinations/demo-combination-blues',
  ready: async (page) => {
    await page.locator('.saved').waitFor();
    await page.locator('[data-part]').first().focus();
  },
  key: (page) => page.keyboard.press('+'),
  length: async (page) => {
    await page.locator('.saved').waitFor();
    return page.evaluate(
      () =>
        new Promise((resolve) => {
          const open = indexedDB.open('brisk-partner');
          open.onsuccess = () => {
            const get = open.result
              .transaction('combinations')
              .objectStore('combinations')
              .get('demo-combination-blues');
            get.onsuccess = () => resolve(get.result.doc.parts[0].times - 1);
          };
        }),
    );
  },
};

async function round(base, seed, started) {
  const random = seeded(seed);
  const profile = mkdtempSync(join(tmpdir(), 'brisk-kill-'));
  const what = seed % 3 === 2 ? [figure, combination] : [seed % 3 === 0 ? figure : combination];
  const first = await start(profile);
  started.push(first);
  const pages = [];
  for (const w of what) {
    const page = pages.length === 0 ? first.page : await first.browser.contexts()[0].newPage();
    await page.goto(base + w.path);
    await w.ready(page);
    await page.locator('.saved', { hasText: /^Saved$/ }).waitFor();
    pages.push({ w, page, typed: [] });
  }
  const delay = random() * 180;
  const keys = 8 + Math.floor(random() * 16);
  let done = false;
  const typing = (async () => {
    for (let i = 0; i < keys && !done; i++)
      for (const p of pages) {
        if (done) break;
        try {
          if (pages.length > 1) await p.page.bringToFront();
          await p.w.key(p.page);
        } catch {
          return;
        }
        p.typed.push(Date.now());
        await sleep(delay);
      }
  })();
  const early = random() < 0.3;
  if (early) await sleep(random() * keys * delay + 50);
  else {
    await typing;
    await sleep(random() * 800);
  }
  const killed = Date.now();
  done = true;
  await first.kill();
  await typing;
  const again = await start(profile);
  started.push(again);
  const out = [];
  for (const { w, typed } of pages) {
    await again.page.goto(base + w.path);
    await again.page.locator('.saved').waitFor();
    await sleep(250);
    const there = await w.length(again.page);
    const due = typed.filter((t) => t <= killed - WINDOW).length;
    const asked = await again.page.getByText('Another tab has saved').count();
    out.push({
      kind: w.name,
      lost: Math.max(0, due - there),
      older: there < 0,
      asked: asked > 0,
      extra: there > typed.length + 1,
    });
  }
  await again.kill();
  rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
  return out;
}

export async function kill(base, times, report) {
  const bad = { lost: 0, older: 0, asked: 0, failed: 0 };
  let documents = 0;
  for (let seed = 1; seed <= times; seed++) {
    const started = [];
    try {
      for (const r of await round(base, seed, started)) {
        documents++;
        if (r.lost > 0) bad.lost++;
        if (r.older || r.extra) bad.older++;
        if (r.asked) bad.asked++;
        if (r.lost || r.older || r.asked) process.stderr.write(`  round ${seed}: ${JSON.stringify(r)}\n`);
      }
    } catch (e) {
      bad.failed++;
      process.stderr.write(`  round ${seed} could not be run: ${String(e).split('\n')[0]}\n`);
    } finally {
      for (const s of started) await s.kill();
    }
  }
  report(
    `killed and reopened ${times} times, ${documents} documents: typed over 150 ms before and lost`,
    String(bad.lost),
    '0',
  );
  report('  older text shown', String(bad.older), '0');
  report('  asked without need', String(bad.asked), '0');
  report('  rounds that could not be run', String(bad.failed), '0');
}

if (process.argv[1]?.endsWith('bench-kill.mjs'))
  await kill(
    process.env.BASE ?? 'http://127.0.0.1:4173',
    Number(process.env.KILLS ?? 24),
    (name, value, aim) => process.stdout.write(`${name}: ${value} (${aim})\n`),
  );

/** A word is typed and the page reloaded 0 to 300 ms later, so many times: what is lost. */
export async function reloads(page, base, times, report) {
  let lost = 0;
  for (let i = 0; i < times; i++) {
    await page.goto(`${base}/figures/demo-push`);
    await page.locator('.cm-content').click();
    await page.keyboard.press('Control+End');
    const word = `r${i}q`;
    await page.keyboard.type(` ${word}`, { delay: 60 });
    await sleep((i * 37) % 301);
    await page.reload();
    await page.locator('.cm-content').waitFor();
    await sleep(150);
    if (!(await page.locator('.cm-content').innerText()).includes(word)) lost++;
  }
  report(`${times} reloads 0 to 300 ms after a key: words lost`, String(lost), '0');
}
