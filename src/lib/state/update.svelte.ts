/** Whether a newer build waits, and whether a part of this one could not be loaded. */
class Update {
  /** A newer version is here, whole, and waits to be taken. */
  ready = $state(false);
  /** Something asked for could not be loaded: there is no network, and it is not kept in this browser. */
  missing = $state(false);
  #waiting: ServiceWorker | undefined;
  #taken = false;

  /** Registers what keeps the application in the browser, and listens for newer versions. */
  async watch(): Promise<void> {
    addEventListener('vite:preloadError', () => (this.missing = true));
    addEventListener('unhandledrejection', (e: PromiseRejectionEvent) => {
      if (/dynamically imported module|Importing a module script/.test(String(e.reason))) this.missing = true;
    });
    const container = 'serviceWorker' in navigator ? navigator.serviceWorker : undefined;
    if (!container || import.meta.env.DEV) return;
    container.addEventListener('controllerchange', () => {
      if (this.#taken) location.reload();
      // Another tab has taken it: here it is taken by loading the page again.
      this.#waiting = undefined;
    });
    const registration = await container.register('/service-worker.js').catch(() => undefined);
    if (!registration) return;
    if (registration.waiting && container.controller) this.#offer(registration.waiting);
    registration.addEventListener('updatefound', () => {
      const next = registration.installing;
      next?.addEventListener('statechange', () => {
        if (next.state === 'installed' && container.controller) this.#offer(next);
      });
    });
    const look = () => {
      if (document.visibilityState === 'visible') void registration.update().catch(() => {});
    };
    document.addEventListener('visibilitychange', look);
    addEventListener('online', look);
    setInterval(look, LOOK_EVERY);
  }

  #offer(next: ServiceWorker): void {
    this.#waiting = next;
    this.ready = true;
  }

  /** Takes the newer version: this page is loaded anew with it, and so are other tabs. */
  take(): void {
    this.#taken = true;
    if (this.#waiting) this.#waiting.postMessage({ type: 'take' });
    else location.reload();
  }
}
/** How often a newer version is looked for, milliseconds. */
const LOOK_EVERY = 30 * 60 * 1000;

export const update = new Update();
