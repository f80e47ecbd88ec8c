import * as z from 'zod/mini';
import { MUSIC_STYLES, type MusicStyle } from '../vocabulary/music.data';

export const STYLES = MUSIC_STYLES;
export type StyleId = MusicStyle;
export const FORMS = ['blues', 'aaba', 'eights', 'montuno'] as const;
export type FormId = (typeof FORMS)[number];
export const STARTS = ['none', 'bars', 'rubato'] as const;

/** Music as a recipe: the same recipe is the same music, to the sample. */
export const recipeSchema = z.strictObject({
  style: z.enum(STYLES),
  /** Twelve bars of blues, 32 bars AABA, phrases of eight bars, or verses and montunos as in salsa. */
  form: z.enum(FORMS),
  bpm: z.number().check(z.gte(40), z.lte(260)),
  /** How often the form is played. */
  choruses: z.int().check(z.gte(1), z.lte(20)),
  seed: z.int().check(z.gte(0), z.lte(2 ** 31)),
  /** Long to short of the halves of a beat. */
  swing: z.number().check(z.gte(1), z.lte(3.5)),
  /** How it begins: at once, four bars without the tune, or eight bars out of time. */
  start: z.enum(STARTS),
  /** How many times the band stops, at ends of phrases. */
  breaks: z.int().check(z.gte(0), z.lte(12)),
  /** How far the tempo wanders, as a share of it. */
  drift: z.number().check(z.gte(0), z.lte(0.1)),
  drums: z.boolean(),
  clave: z.optional(z.strictObject({ clave: z.enum(['son', 'rumba']), side: z.enum(['3-2', '2-3']) })),
});

type Loose = z.infer<typeof recipeSchema>;
export type Recipe = Readonly<Omit<Loose, 'clave'> & { clave?: Loose['clave'] | undefined }>;

const FIRST: Readonly<Record<StyleId, Pick<Recipe, 'form' | 'bpm' | 'swing'>>> = {
  swing: { form: 'aaba', bpm: 150, swing: 1.9 },
  salsa: { form: 'montuno', bpm: 180, swing: 1 },
  tango: { form: 'eights', bpm: 124, swing: 1 },
  waltz: { form: 'eights', bpm: 87, swing: 1 },
  foxtrot: { form: 'aaba', bpm: 116, swing: 1.5 },
  groove: { form: 'eights', bpm: 110, swing: 1 },
};

/** Music of a style as it is usually played. @example recipeOf('swing', { bpm: 176 }).form // 'aaba' */
export const recipeOf = (style: StyleId, other: Partial<Recipe> = {}): Recipe => ({
  style,
  ...FIRST[style],
  choruses: 2,
  seed: 1,
  start: 'none',
  breaks: 0,
  drift: 0,
  drums: true,
  ...(style === 'salsa' ? { clave: { clave: 'son', side: '2-3' } as const } : {}),
  ...other,
});

/** Beats in a bar of a style. */
export const barOf = (style: StyleId): 3 | 4 => (style === 'waltz' ? 3 : 4);
