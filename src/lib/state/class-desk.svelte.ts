import {
  afterCuts,
  blocksFrom,
  type Block,
  type BlockKind,
  type ClassPlan,
  type Cut,
  type TemplateId,
} from '$lib/core/classes';
import { BLOCKS } from '$lib/core/classes/blocks.data';
import { DocDesk } from './doc-desk.svelte';

/** One class being planned. */
export class ClassDesk extends DocDesk<ClassPlan> {
  /** The block that is looked at, by key. */
  chosen: string | undefined = $state();

  constructor(
    plan: ClassPlan,
    private readonly makeKey: () => string,
  ) {
    super(plan);
  }
  readonly block: Block | undefined = $derived.by(() => this.doc.blocks.find((b) => b.key === this.chosen));

  /** Lays the hour out anew; what is aimed at stays. */
  lay(template: TemplateId): void {
    this.edit({ blocks: blocksFrom(template, this.doc.minutes, this.makeKey) });
    this.chosen = undefined;
  }
  add(kind: BlockKind, after = this.chosen): void {
    const block: Block = { key: this.makeKey(), kind, minutes: BLOCKS[kind].least + 2, says: '' };
    const at = this.doc.blocks.findIndex((b) => b.key === after);
    const blocks = [...this.doc.blocks];
    blocks.splice(at < 0 ? blocks.length : at + 1, 0, block);
    this.edit({ blocks });
    this.chosen = block.key;
  }
  /** Changes a block; a field given as undefined is left out. */
  set(key: string, patch: { [F in keyof Block]?: Block[F] | undefined }): void {
    this.edit(
      {
        blocks: this.doc.blocks.map((b) =>
          b.key === key
            ? (Object.fromEntries(
                Object.entries({ ...b, ...patch }).filter(([, v]) => v !== undefined),
              ) as unknown as Block)
            : b,
        ),
      },
      `${key} ${Object.keys(patch).join()}`,
    );
  }
  /** Puts a block before another; `before` undefined: last. */
  move(key: string, before: string | undefined): void {
    const block = this.doc.blocks.find((b) => b.key === key);
    if (!block || key === before) return;
    const blocks = this.doc.blocks.filter((b) => b.key !== key);
    const at = before === undefined ? blocks.length : blocks.findIndex((b) => b.key === before);
    blocks.splice(at < 0 ? blocks.length : at, 0, block);
    this.edit({ blocks });
  }
  step(key: string, by: -1 | 1): void {
    const at = this.doc.blocks.findIndex((b) => b.key === key);
    const to = at + by;
    if (at < 0 || to < 0 || to >= this.doc.blocks.length) return;
    this.move(key, by < 0 ? this.doc.blocks[to]?.key : this.doc.blocks[to + 1]?.key);
  }
  /** Half minutes, and never less than one. */
  size(key: string, minutes: number): void {
    const halves = Math.max(1, Math.min(600, Math.round(minutes * 2)));
    this.set(key, { minutes: halves / 2 });
  }
  remove(key: string): void {
    this.edit({ blocks: this.doc.blocks.filter((b) => b.key !== key) });
    if (this.chosen === key) this.chosen = undefined;
  }
  cut(cuts: readonly Cut[]): void {
    this.edit({ blocks: afterCuts(this.doc.blocks, cuts) });
  }
}
