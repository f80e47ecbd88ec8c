/** Two clicks closer together than this are a double click on the usual systems, milliseconds. */
const DOUBLE_CLICK = 500;

/**
 * Whether a pointer is at work in an area: from its press until a click, a double click or a drag is surely over. What
 * would move the area waits for that, so that the second of two clicks lands where the first did.
 */
export class PointerRest {
  atWork = $state(false);
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** A pointer was pressed in the area. */
  readonly press = (): void => {
    clearTimeout(this.#timer);
    this.atWork = true;
    const over = (): void => {
      removeEventListener('pointerup', over, true);
      removeEventListener('pointercancel', over, true);
      this.#timer = setTimeout(() => (this.atWork = false), DOUBLE_CLICK);
    };
    addEventListener('pointerup', over, true);
    addEventListener('pointercancel', over, true);
  };
}
