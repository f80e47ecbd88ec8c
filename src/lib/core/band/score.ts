import { seeded, type Random, type Seconds } from '../base';
import { type Bar, type Mark, type Section, type SongMap } from '../music/song-map';
import { formOf, phraseOf, type Chord, type Strain } from './harmony';
import { hit, tone, type Note } from './note';
import { barOf, type Recipe } from './recipe';
import { PLAYED } from './styles';
import { pitchOf } from './styles/style';

/** Music written out: its notes in beats, and where everything falls. */
export interface Score {
  readonly recipe: Recipe;
  readonly notes: readonly Note[];
  /** Beats of all of it. */
  readonly beats: number;
  /** When it is over, with what still sounds. */
  readonly seconds: Seconds;
  readonly map: SongMap;
}

/** A bar before it is played. */
interface Planned {
  readonly chord: Chord;
  readonly section: string;
  readonly first: boolean;
  readonly last: boolean;
  readonly kind: 'rubato' | 'intro' | 'played' | 'ending';
}

/** Silence before the first note and after the last. */
const BEFORE: Seconds = 0.35;
const AFTER: Seconds = 1.5;
/** Bars of each way to begin. */
const START_BARS = { none: 0, bars: 4, rubato: 8 } as const;
/** Beats that a break is silent for: what is left of its bar, after the hit. */
const keyOf = (random: Random): number => Math.floor(random() * 12);

/**
 * Writes the music of a recipe.
 * @example scoreOf(recipeOf('waltz')).map.bar // 3
 */
export function scoreOf(recipe: Recipe): Score {
  const random = seeded(recipe.seed + 17);
  const bar = barOf(recipe.style);
  const plan = planned(recipe);
  const breaks = breakBars(recipe, plan, random);
  const key = keyOf(random);
  const notes = plan.flatMap((_, i) => barNotes(recipe, plan, i, key, breaks, random));
  const beats = plan.length * bar;
  const times = beatTimes(recipe, beats, random);
  const intro = START_BARS[recipe.start] * bar;
  const phrase = phraseOf(recipe.form, bar);
  const map: SongMap = {
    beats: times,
    bar: bar as Bar,
    ones: [intro % (bar === 3 ? 6 : 8) === 0 ? 0 : intro],
    phrase,
    phrases: [intro],
    sections: sectionsOf(plan, bar),
    marks: [...breaks]
      .sort((a, b) => a - b)
      .map((i): Mark => ({ beat: i * bar, kind: 'break', beats: bar, sure: 1 })),
    swing: recipe.swing,
    ...(recipe.style === 'salsa' && recipe.clave ? { clave: { ...recipe.clave, sure: 1 } } : {}),
    locked: [],
  };
  return { recipe, notes, beats, map, seconds: (times.at(-1) ?? 0) + AFTER };
}

function planned(recipe: Recipe): Planned[] {
  const strains = formOf(recipe);
  const whole: Planned[] = [];
  for (let i = 0; i < START_BARS[recipe.start]; i++) {
    const chord = (strains[0] as Strain).bars[i % 8] as Chord;
    const last = i === START_BARS[recipe.start] - 1;
    whole.push({
      chord,
      section: 'Intro',
      first: i === 0,
      last,
      kind: recipe.start === 'rubato' ? 'rubato' : 'intro',
    });
  }
  for (let c = 0; c < recipe.choruses; c++)
    for (const { name, bars } of strains)
      bars.forEach((chord, i) =>
        whole.push({ chord, section: name, first: i === 0, last: i === bars.length - 1, kind: 'played' }),
      );
  whole.push({
    chord: (strains[0] as Strain).bars[0] as Chord,
    section: 'End',
    first: true,
    last: true,
    kind: 'ending',
  });
  return whole;
}

/** Breaks stand in the last bar of a section, or in the fourth where there are not enough. */
function breakBars(recipe: Recipe, plan: readonly Planned[], random: Random): Set<number> {
  const places = plan.flatMap((b, i) =>
    b.kind === 'played' && b.last && i > 4 && i < plan.length - 3 ? [i] : [],
  );
  const more = places.map((i) => i - 4).filter((i) => plan[i]?.kind === 'played');
  const chosen = new Set<number>();
  while (chosen.size < recipe.breaks && places.length + more.length > 0) {
    const from = places.length > 0 ? places : more;
    chosen.add(from.splice(Math.floor(random() * from.length), 1)[0] as number);
  }
  return chosen;
}

function barNotes(
  recipe: Recipe,
  plan: readonly Planned[],
  i: number,
  key: number,
  breaks: ReadonlySet<number>,
  random: Random,
): Note[] {
  const b = plan[i] as Planned;
  const bar = barOf(recipe.style);
  const at = i * bar;
  const next = plan[i + 1] ?? b;
  const asked = {
    recipe,
    at,
    number: i,
    chord: b.chord,
    next: next.chord,
    key,
    last: b.last,
    first: b.first,
    section: b.section,
    random,
  };
  if (b.kind === 'ending') return struck(asked.at, key, b.chord, 3, recipe.drums);
  if (b.kind === 'rubato') return alone(asked.at, key, b.chord, bar, random);
  const played = PLAYED[recipe.style](asked);
  if (breaks.has(i)) return [...struck(at, key, b.chord, 0.4, recipe.drums)];
  // What rings from the bar before a break into it would hide it.
  const cut = breaks.has(i + 1)
    ? played.filter((n) => n.at < at + bar).map((n) => ({ ...n, lasts: Math.min(n.lasts, at + bar - n.at) }))
    : played;
  return b.kind === 'intro' ? cut.filter((n) => n.voice !== 'reed' && n.voice !== 'strings') : [...cut];
}

/** Everybody at once. */
function struck(at: number, key: number, chord: Chord, lasts: number, drums: boolean): Note[] {
  const notes = [0, 1, 2].map((d) => tone(at, lasts, 'piano', pitchOf(key, chord, d, 52), 0.34));
  notes.push(
    tone(at, lasts, 'bass', pitchOf(key, chord, 0, 31), 0.75),
    tone(at, lasts, 'reed', pitchOf(key, chord, 4, 55), 0.3),
  );
  return drums ? [...notes, hit(at, 'kick', 0.8), hit(at, 'snare', 0.7)] : notes;
}

/** A piano alone: a low note on 1, chord notes one after another. */
function alone(at: number, key: number, chord: Chord, bar: number, random: Random): Note[] {
  const notes = [tone(at, bar * 0.9, 'piano', pitchOf(key, chord, 0, 40), 0.42)];
  for (let i = 1; i < bar; i++)
    notes.push(tone(at + i, 0.95, 'piano', pitchOf(key, chord, i + Math.floor(random() * 2), 55), 0.3));
  notes.push(tone(at, 1.2, 'piano', pitchOf(key, chord, 4, 60), 0.34));
  return notes;
}

/** When each beat comes: steady, wandering, or slowing and hurrying where it begins out of time. */
function beatTimes(recipe: Recipe, beats: number, random: Random): Seconds[] {
  const bar = barOf(recipe.style);
  const free = recipe.start === 'rubato' ? START_BARS.rubato * bar : 0;
  const period = 60 / recipe.bpm;
  const phase = random() * 6;
  const wave = 40 + random() * 60;
  let wandered = 0;
  let now: Seconds = BEFORE;
  return Array.from({ length: beats }, (_, i) => {
    const at = now;
    wandered = Math.max(-1, Math.min(1, wandered + (random() - 0.5) * 0.2));
    const wander = recipe.drift * (0.7 * Math.sin(phase + i / wave) + 0.3 * wandered);
    // Four bars swell and slow down; the last bar before the band comes in slows most.
    const breath =
      i < free
        ? 1.25 -
          0.2 * Math.sin((Math.PI * (i % (4 * bar))) / (4 * bar)) +
          (i >= free - bar ? 0.08 * (i - free + bar + 1) : 0)
        : 1;
    now += (period * breath) / (1 + wander);
    return at;
  });
}

function sectionsOf(plan: readonly Planned[], bar: number): Section[] {
  return plan.flatMap((b, i): Section[] =>
    b.first
      ? [
          {
            from: i * bar,
            name: b.section,
            kind: b.kind === 'ending' ? 'end' : b.section === 'Intro' ? 'intro' : 'part',
            slow: b.kind === 'rubato',
          },
        ]
      : [],
  );
}
