import { nanoid } from 'nanoid';
import { NEW_NAME, isEmpty, newFigure, withDance, type Figure } from '$lib/core/figure';
import { danceOf, type Dance } from '$lib/core/vocabulary';
import { app } from './app.svelte';

/** The address a new figure is written at. It is kept, and listed, once it has a step or a name. */
export const newAddress = (dance = ''): string =>
  `/figures/${nanoid(12)}?new${dance === '' ? '' : `=${encodeURIComponent(dance)}`}`;

/** A figure nobody has written anything of, in the dance asked for or the last begun with, with its start. */
export function begunFigure(id: string, asked: string): Figure {
  const last = app.lastBegun;
  const dance = app.dance(asked || (last?.dance ?? '')) ?? danceOf({ dance: 'slot-swing' });
  const figure = newFigure(id, dance);
  if (last?.dance !== dance.id) return figure;
  return { ...figure, start: { ...figure.start, formation: last.formation, hold: last.hold } };
}

/** The next is begun with the same. */
export function rememberBegun({ dance, start }: Figure): void {
  app.lastBegun = { dance, formation: start.formation, hold: start.hold };
  app.saveSettings();
}

/** Worth keeping: it has a step or other words, or somebody named it. */
export const worthKeeping = (figure: Figure): boolean => figure.name !== NEW_NAME || !isEmpty(figure);

/** The figure in another dance: an empty one with everything that dance supplies, else what is written stays. */
export function inDance(figure: Figure, dance: Dance): Figure {
  if (isEmpty(figure)) return { ...newFigure(figure.id, dance, figure.name), lines: figure.lines };
  return { ...withDance(figure, dance), feel: dance.feel, tempo: { ...dance.tempo } };
}
