/* How fast classes are: in the core for 30 couples and 500 figures, and a long term opened in the browser. */

/** Plan, suggest, rotate and pack, once everything is warm. */
export function classes(core, time, report, ms) {
  const {
    Material,
    planReport,
    suggest,
    groupKnows,
    promisedTo,
    rotation,
    arrange,
    footprintOf,
    demoClasses,
  } = core;
  const demo = demoClasses(Date.UTC(2026, 10, 26, 12), 'Europe/Berlin');
  const figures = core.laneRepertoire(500);
  const log = demo.entry.filter((e) => e.group === 'demo-group-swing');
  const group = { ...demo.group[0], knows: figures.slice(0, 60).map((f) => f.id) };
  const plan = { ...demo.class[0], aim: { figures: [figures[3].id, figures[9].id] } };
  const fresh = () => new Material(new Map(figures.map((f) => [f.id, f])), [], new Map());
  const material = fresh();
  const now = Date.UTC(2026, 10, 26, 18);
  const few = (work) => ms(time(work, 20, 5).median);
  report(
    'a class computed, 500 figures, the first time',
    ms(time(() => planReport(plan, group, log, fresh(), now), 5, 2).median),
    '100 ms',
  );
  report(
    '  after a change, median',
    few(() => planReport(plan, group, log, material, now)),
    '100 ms',
  );
  let n = 0;
  const ask = () => ({
    plan,
    template: 'weekly',
    knows: groupKnows(group, log, material),
    promised: promisedTo(group.id, log),
    dance: group.dance,
    level: group.level,
    when: now,
  });
  report(
    'a class suggested, 500 figures, median',
    few(() => suggest(ask(), material, () => `i${n++}`)),
    '100 ms',
  );
  const dancers = [
    ...Array.from({ length: 24 }, (_, i) => ({ id: `L${i}`, dances: 'leader' })),
    ...Array.from({ length: 27 }, (_, i) => ({ id: `F${i}`, dances: 'follower' })),
    ...Array.from({ length: 9 }, (_, i) => ({ id: `B${i}`, dances: 'both' })),
  ];
  report(
    'partners of 60 for 10 rounds, median',
    few(() => rotation(dancers, 10)),
    '100 ms',
  );
  const footprint = footprintOf(material.analysis({ type: 'figure', id: figures[3].id }));
  for (const room of demo.room) {
    const a = arrange(room, footprint, 30);
    report(
      `30 couples in the ${room.name.toLowerCase()}: ${a.fits} fit, at most ${a.atMost}, median`,
      few(() => arrange(room, footprint, 30)),
      '100 ms',
    );
  }
}

/** A term of 200 classes and 20,000 rows of log, put into the browser’s own store, then opened from another screen. */
export async function term(page, base, report, ms, opening) {
  await page.goto(`${base}/classes`);
  await page.getByRole('list', { name: 'Coming' }).waitFor();
  await page.evaluate(fill, [200, 20_000]);
  for (const [link, shows] of [
    ['/classes', '[aria-label="Coming"] li'],
    ['/log', '[aria-label="Held"] li'],
  ]) {
    const times = [];
    for (let i = 0; i < 9; i++) {
      await page.goto(`${base}/figures`);
      await page.getByText('in the repertoire').waitFor();
      await page.waitForTimeout(400);
      times.push(await opening(page, link, shows));
    }
    times.sort((a, b) => a - b);
    report(`${link.slice(1)} with 200 classes and 20,000 in the log, median`, ms(times[4]), '200 ms');
  }
}

/** Runs in the page: copies of the demo’s class and entry, spread over two years. */
async function fill([classes, entries]) {
  const db = await new Promise((resolve, reject) => {
    const open = indexedDB.open('brisk-partner');
    open.onsuccess = () => resolve(open.result);
    open.onerror = () => reject(open.error);
  });
  const all = (table) =>
    new Promise((resolve) => {
      const r = db.transaction(table).objectStore(table).getAll();
      r.onsuccess = () => resolve(r.result);
    });
  const [plans, log] = [await all('classes'), await all('log')];
  const tx = db.transaction(['classes', 'log'], 'readwrite');
  for (let i = 0; i < classes; i++) {
    const row = plans[i % plans.length];
    const { series: _s, date: _d, ...doc } = row.doc;
    const day = new Date(Date.UTC(2026, 0, 1 + i * 3)).toISOString().slice(0, 10);
    const id = `many-${i}`;
    tx.objectStore('classes').put({ ...row, id, doc: { ...doc, id, at: `${day}T19:30` } });
  }
  for (let i = 0; i < entries; i++) {
    const row = log[i % log.length];
    const id = `many-${i}`;
    tx.objectStore('log').put({
      ...row,
      id,
      doc: { ...row.doc, id, at: row.doc.at - (i % 700) * 86_400_000 },
    });
  }
  await new Promise((resolve) => (tx.oncomplete = resolve));
  db.close();
}
