import type { DrillId, Question } from '$lib/core/practice';

export const DRILL_WORDS: Readonly<Record<DrillId, string>> = {
  'free-foot': 'Which foot is free',
  arms: 'How the arms are',
  follows: 'What can follow',
  eights: 'Counts in the eights',
  'the-one': 'Where is the 1',
  break: 'The break is coming',
};

/** A question as a sentence. */
export function askText(q: Question): string {
  if (q.drill === 'free-foot') return `“${q.figure}”, the ${q.role}: which foot is free after ${q.count}?`;
  if (q.drill === 'arms') return `“${q.figure}”: how are the arms after ${q.count}?`;
  if (q.drill === 'follows') return `What can follow “${q.figure}” without a change?`;
  return `“${q.figure}” begins on ${q.start} of the eight. On which count of the eight is its ${q.count}?`;
}

/** What is asked while a song plays, in the room. */
export const hearText = (drill: DrillId, song: string): string =>
  drill === 'break' ? `“${song}”: stop when the band stops.` : `“${song}”: clap on the 1 of every eight.`;
