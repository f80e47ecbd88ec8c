import { untrack } from 'svelte';
import type { Figure } from '$lib/core/figure';
import { figureShelf, type OpenedFigure } from '$lib/storage';
import type { FixFinder } from '$lib/workers/fix-finder';
import { app } from './app.svelte';
import { begunFigure, worthKeeping } from './begin-figure';
import { Desk } from './desk.svelte';
import { OpenDocument } from './opening.svelte';

export type OpenFigure = OpenDocument<'figure', Figure, OpenedFigure, Desk>;

/** `begin`: the dance a figure is begun in where none is stored; undefined opens only what is there. */
export const openFigure = (id: string, finder: FixFinder, begin?: string): OpenFigure =>
  untrack(
    () =>
      new OpenDocument(id, {
        shelf: figureShelf,
        model: (figure) => Promise.resolve(new Desk(figure, app.heights, finder)),
        onchange: (desk, save) => (desk.onchange = save),
        replace: (desk, figure) => desk.replace(figure),
        opened: (desk, { row }) => (desk.kept = row),
        begin: begin === undefined ? undefined : () => begunFigure(id, begin),
        worthKeeping,
      }),
  );
