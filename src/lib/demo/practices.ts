import type { Practice } from '$lib/core/practice/playlist';

/** An evening's practice at the Lantern Quay Dance Room, an invented school. */
export const demoPractices: readonly Practice[] = [
  {
    id: 'demo-practice-thursday',
    name: 'Thursday warm-up',
    notes: 'Basics slowly, then to the blues; partners change twice.',
    items: [
      {
        key: 'p1',
        what: { type: 'figure', id: 'demo-swing-basic' },
        times: 8,
        bpm: 120,
        music: { type: 'click' },
      },
      { key: 'p2', what: { type: 'figure', id: 'demo-swing-basic' }, times: 12, music: { type: 'band' } },
      {
        key: 'p3',
        what: { type: 'pause', says: 'Change partners' },
        times: 1,
        music: { type: 'click' },
        seconds: 20,
      },
      {
        key: 'p4',
        what: { type: 'figure', id: 'demo-push-turn' },
        times: 8,
        bpm: 96,
        music: { type: 'band' },
      },
      { key: 'p7', what: { type: 'drill', drill: 'free-foot' }, times: 3, music: { type: 'click' } },
      {
        key: 'p5',
        what: { type: 'pause', says: 'Change partners' },
        times: 1,
        music: { type: 'click' },
        seconds: 20,
      },
      {
        key: 'p6',
        what: { type: 'combination', id: 'demo-combination-blues' },
        times: 4,
        music: { type: 'song', id: 'demo-song-blues' },
      },
    ],
  },
];
