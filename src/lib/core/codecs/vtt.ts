import type { Cue } from '../combination';

/** WebVTT 1: `HH:MM:SS.mmm`, from seconds rounded once. @example vttTime(75.0004) // '00:01:15.000' */
export function vttTime(seconds: number): string {
  const all = Math.round(seconds * 1000);
  const two = (n: number): string => String(n).padStart(2, '0');
  const [h, m, s] = [Math.floor(all / 3_600_000), Math.floor(all / 60_000) % 60, Math.floor(all / 1000) % 60];
  return `${two(h)}:${two(m)}:${two(s)}.${String(all % 1000).padStart(3, '0')}`;
}

/** Cue text: `&` and `<` escaped, no arrow, no blank line. @example vttText('tri & ple') // 'tri &amp; ple' */
export const vttText = (text: string): string =>
  text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/-->/g, '→')
    .replace(/>/g, '&gt;')
    .replace(/[\r\n]+/g, ' ')
    .trim();

/**
 * Captions of a combination: the figure's name above, count and call below. `countIn`: seconds before its 1, so that
 * the captions lie on a recording. Source: W3C, WebVTT: The Web Video Text Tracks Format.
 */
export function writeVtt(cues: readonly Cue[], countIn = 0): string {
  const blocks = cues
    .filter((c) => Math.round((c.to + countIn) * 1000) > Math.round((c.from + countIn) * 1000))
    .map(
      (c, i) =>
        `${i + 1}\n${vttTime(c.from + countIn)} --> ${vttTime(c.to + countIn)}\n${vttText(c.title)}\n${vttText(c.text)}`,
    );
  return `${['WEBVTT', ...blocks].join('\n\n')}\n`;
}
