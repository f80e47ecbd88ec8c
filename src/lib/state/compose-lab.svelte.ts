import type { Heights } from '$lib/core/analysis';
import { requestOf, type Answer, type ComposeRequest, type Constraint } from '$lib/core/composer';
import type { ComposeFinder, Rows } from '$lib/workers/compose-finder';

/** What the composer is doing. */
export type ComposeState = 'idle' | 'reading' | 'searching' | 'paused' | 'done' | 'cancelled' | 'died';

/** A request as it is put together, and what is known of its answer. The latest request wins. */
export class ComposeLab {
  request: ComposeRequest = $state.raw(requestOf(32));
  rows: Rows = $state.raw([]);
  answer: Answer | undefined = $state.raw();
  /** Ids of figures that could not be composed with. */
  leftOut: readonly string[] = $state.raw([]);
  state: ComposeState = $state('idle');
  /** Figures read so far, of how many. */
  progress = $state({ done: 0, of: 0 });

  constructor(
    private readonly finder: ComposeFinder,
    private readonly heights: Heights,
  ) {}

  /** Asks for something else altogether. */
  begin(request: ComposeRequest): void {
    this.request = request;
    this.ask();
  }

  /** Changes the request and asks anew. */
  set(patch: Partial<ComposeRequest>): void {
    const all = Object.entries({ ...this.request, ...patch }).filter(([, v]) => v !== undefined);
    this.request = Object.fromEntries(all) as unknown as ComposeRequest;
    this.ask();
  }

  /** Gives one constraint up. */
  relax(c: Constraint, nearest?: number): void {
    const r = this.request;
    const patches: Readonly<Record<Constraint['code'], Partial<ComposeRequest>>> = {
      beats: nearest === undefined ? {} : { beats: nearest },
      start: { start: { type: 'any' } },
      end: { end: { type: 'any' } },
      loop: { end: { type: 'any' } },
      must: { must: r.must.filter((m) => m !== c.id) },
      'must-not': { mustNot: [] },
      level: { level: undefined } as never,
      'in-row': { inRow: undefined } as never,
      'in-all': { inAll: undefined } as never,
      turns: { turns: undefined } as never,
      hits: { hitsMust: false },
      'fits-only': { joints: 'small' },
    };
    this.set(patches[c.code]);
  }

  ask(): void {
    this.answer = undefined;
    this.state = 'searching';
    this.finder.compose(this.request, this.rows, this.heights, (a) => this.#heard(a));
  }
  /** Goes on where the budget ended. */
  more(): void {
    this.state = 'searching';
    this.finder.more(this.heights, (a) => this.#heard(a));
  }
  cancel(): void {
    this.finder.cancel();
    if (this.state === 'searching' || this.state === 'reading') this.state = 'cancelled';
  }

  #heard(a: Parameters<Parameters<ComposeFinder['compose']>[3]>[0]): void {
    switch (a.type) {
      case 'reading':
        this.state = 'reading';
        this.progress = { done: a.done, of: a.of };
        return;
      case 'answer':
        this.state = 'searching';
        this.answer = a.answer;
        this.leftOut = a.leftOut;
        return;
      case 'paused':
        this.state = 'paused';
        return;
      case 'done':
        this.state = a.died ? 'died' : 'done';
        return;
      case 'mends':
        return;
    }
  }
}
