/** Longest wait where nothing is painted, as in a tab that is not seen, milliseconds. */
const UNSEEN = 50;

/** Resolves once the frame that shows what was just done has been handed over; at once where there are no frames. */
export const afterPaint = (): Promise<void> =>
  new Promise((done) => {
    if (typeof requestAnimationFrame === 'undefined') return done();
    const late = setTimeout(done, UNSEEN);
    requestAnimationFrame(() =>
      setTimeout(() => {
        clearTimeout(late);
        done();
      }),
    );
  });

/** Resolves when the browser has nothing else to do, at the latest after a second. */
export const whenIdle = (): Promise<void> =>
  new Promise((done) => {
    if (typeof requestIdleCallback === 'undefined') setTimeout(done, UNSEEN);
    else requestIdleCallback(() => done(), { timeout: 1000 });
  });
