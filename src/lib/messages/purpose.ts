/** What each screen is for, in a line. By the address, `*` for the name of a document; the first that fits. */
const PURPOSES: readonly (readonly [string, string])[] = [
  [
    '/figures',
    'Everything you teach, for both roles: find a figure, look whether it is finished, open it or begin one.',
  ],
  [
    '/figures/*',
    'Write one figure for leader and follower; it is checked as you write. See it danced, vary it, print it, share it.',
  ],
  [
    '/figures/*/versions',
    'How a figure and what has grown out of it differ, step by step, and how to teach them side by side.',
  ],
  ['/arms', 'What a turn makes of the hands, and the shortest way from one hold to another and back.'],
  [
    '/combinations',
    'Figures chained for a class or a song: what is kept, how long each is, and whether it can be danced.',
  ],
  [
    '/combinations/*',
    'Put figures one behind the other on rows of eight: where each 1 falls, whether they link, where the phrase ends.',
  ],
  ['/combinations/*/calls', 'What is called and when, to hold in the hand or to print.'],
  [
    '/songs',
    'Where the beats, the eights and the breaks of your music fall, and which figures and combinations go with it.',
  ],
  ['/songs/*', 'Find the beats, mark the breaks and the parts, and lay a combination on it.'],
  ['/classes', 'The classes to come and those that were: what is planned, for whom, when and where.'],
  [
    '/classes/*',
    'Plan one class: what is taught in which minute, whether the time is enough, and what is needed.',
  ],
  ['/run/*', 'Hold the class: what comes now, how long there is, and what was done and noted on the way.'],
  ['/series/*', 'Classes that come again: when they are, and what leaves one out.'],
  ['/groups', 'Who you teach, and what each group has had.'],
  ['/groups/*', 'One group: what it knows, what it is to learn, and what is due.'],
  ['/rooms', 'Where you teach: size, mirrors, speakers, and how many couples have room.'],
  [
    '/rooms/*',
    'One room to scale: where you stand, where the couples are, and how much floor a figure needs.',
  ],
  ['/due', 'What your groups would forget next, so that it comes back in time.'],
  ['/cues', 'The words and pictures that have worked, to say again.'],
  ['/partners', 'Who dances with whom, round after round.'],
  ['/floor', 'Practices to run in the room: what is danced, how often, to what, and when partners change.'],
  ['/floor/run', 'One large count for the whole room.'],
  ['/floor/*', 'Put a practice together: figures, combinations and music in a row.'],
  ['/trainer', 'Tap a figure yourself and see how well your timing fits.'],
  ['/results', 'How your tapping and your practice have gone over the weeks.'],
  ['/log', 'What was taught, to whom and when, and how it went.'],
  ['/log/*', 'One class as it was: what was done, who was there, what to do next.'],
  ['/recaps/*', 'What the students take home: what was danced, in words, counts and pictures.'],
  ['/notation', 'Every word that can be written for a step, a turn and a hold, with examples.'],
  ['/data', 'Take everything away as files, bring it back, and put right what cannot be read.'],
  ['/shared', 'What somebody shared with you, to watch and to keep.'],
];

const fits = (pattern: string, path: string): boolean => {
  const want = pattern.split('/');
  const have = path.replace(/\/$/, '').split('/');
  return want.length === have.length && want.every((w, i) => w === '*' || w === have[i]);
};

/** What the screen at an address is for. @example purposeOf('/figures/abc') // 'Write one figure for …' */
export const purposeOf = (path: string): string | undefined =>
  PURPOSES.find(([pattern]) => fits(pattern, path))?.[1];
