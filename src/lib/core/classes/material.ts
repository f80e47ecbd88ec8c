import { TICKS_PER_BEAT, type Beats, type Bpm } from '../base';
import { analyse, defaultHeights, type Analysis, type Heights } from '../analysis';
import { Repertoire, planOf, wholeOf, type Combination, type Parents } from '../combination';
import type { Figure } from '../figure';
import { signatureOf, type Signature } from '../likeness';
import type { DanceRef } from './plan';

/** Everything a class can be made of, each analysed once when it is asked for. */
export class Material {
  readonly repertoire: Repertoire;
  readonly #combinations: ReadonlyMap<string, Combination>;
  readonly #analyses = new Map<string, Analysis | undefined>();
  readonly #signatures = new Map<string, Signature>();

  /** `parents`: version → what it grew from. */
  constructor(
    readonly figures: ReadonlyMap<string, Figure>,
    combinations: Iterable<Combination>,
    readonly parents: Parents,
    readonly heights: Heights = defaultHeights,
  ) {
    this.repertoire = new Repertoire(figures.values(), heights);
    this.#combinations = new Map([...combinations].map((c) => [c.id, c]));
  }

  figure(id: string): Figure | undefined {
    return this.figures.get(id);
  }
  combination(id: string): Combination | undefined {
    return this.#combinations.get(id);
  }
  get combinations(): Iterable<Combination> {
    return this.#combinations.values();
  }

  nameOf(ref: DanceRef): string | undefined {
    return ref.type === 'figure' ? this.figure(ref.id)?.name : this.combination(ref.id)?.name;
  }

  /** Figures that are danced in it; a figure is itself. Each once. */
  figuresIn(ref: DanceRef): string[] {
    if (ref.type === 'figure') return this.figures.has(ref.id) ? [ref.id] : [];
    const c = this.combination(ref.id);
    return [...new Set(c?.parts.map((p) => p.figure) ?? [])].filter((id) => this.figures.has(id));
  }

  analysis(ref: DanceRef): Analysis | undefined {
    const key = `${ref.type}:${ref.id}`;
    if (!this.#analyses.has(key)) this.#analyses.set(key, this.#analysed(ref));
    return this.#analyses.get(key);
  }
  #analysed(ref: DanceRef): Analysis | undefined {
    if (ref.type === 'figure') {
      const figure = this.figure(ref.id);
      return figure && analyse(figure, this.heights);
    }
    const c = this.combination(ref.id);
    return c && wholeOf(planOf(c, this.repertoire), this.heights)?.analysis;
  }

  /** It has been compared with before. */
  hasRead(id: string): boolean {
    return this.#signatures.has(id);
  }

  signature(id: string): Signature | undefined {
    const done = this.#signatures.get(id);
    if (done) return done;
    const a = this.analysis({ type: 'figure', id });
    const made = a && signatureOf(a);
    if (made) this.#signatures.set(id, made);
    return made;
  }

  /** How many beats it lasts, once; 0 where it is not here. */
  beats(ref: DanceRef): Beats {
    const a = this.analysis(ref);
    return a ? Math.max(1, Math.ceil((a.end - a.start) / TICKS_PER_BEAT)) : 0;
  }

  /** The tempo it is meant for: the slowest of a figure, its own of a combination. */
  tempo(ref: DanceRef): Bpm {
    if (ref.type === 'figure') return this.figure(ref.id)?.tempo.min ?? 110;
    return this.combination(ref.id)?.tempo[0]?.bpm ?? 110;
  }
}
