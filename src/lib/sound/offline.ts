import { between, passAfter, passAt, type Pass, type Playing } from '$lib/core/practice';
import { Clips, click, mixerOf, note, wordsIn } from './instruments';
import type { Levels, VoiceId } from './speakers';
import { plainMusic, stretchedMusic } from './music';
import type { Programme } from './performer';

/** Samples a second of what is rendered. */
const RATE = 44_100;
/** What still sounds after the end. */
const RINGS = 1;

/**
 * A programme played once through into memory, as it would be heard: count-in, music, clicks and words, every one at its
 * sample. Words are those of a recorded voice. `rounds`: how often what goes round is played.
 */
export async function rendered(p: Programme, levels: Levels, rounds = 1): Promise<AudioBuffer> {
  const lead = p.countIn?.lead ?? 0;
  const playing: Playing = { start: lead, from: p.from, span: p.span, loop: p.loop, ramp: p.ramp };
  const end = endOf(playing, rounds);
  const context = new OfflineAudioContext(2, Math.ceil((end + RINGS) * RATE), RATE);
  const outs = mixerOf(context);
  outs.click.gain.value = levels.click;
  outs.voice.gain.value = levels.voice;
  outs.music.gain.value = levels.music;
  const clips = new Clips();
  const voice: VoiceId = p.voice === 'browser' ? 'low' : p.voice;
  await clips.prepare(context, voice, wordsIn([...p.cues, ...(p.countIn?.cues ?? [])]));
  const sounds = [
    ...(p.countIn?.cues ?? []).map((cue) => ({ cue, time: lead + cue.at, speed: 1 })),
    ...between(playing, p.cues, lead, end),
  ];
  for (const { cue, time, speed } of sounds) {
    if (cue.type === 'click') click(outs, time, cue.accent);
    else if (cue.type === 'note') note(outs, outs.music, time, cue, speed);
    else clips.say(outs, time, voice, cue.word);
  }
  if (p.music) {
    const stretched = p.ramp.some((s) => Math.abs(s.speed - 1) > 1e-6);
    const player = await (stretched ? stretchedMusic : plainMusic)(context, p.music, outs.music);
    for (const pass of passes(playing, rounds)) player.play(pass);
  }
  return context.startRendering();
}

function passes(p: Playing, rounds: number): Pass[] {
  const found: Pass[] = [];
  let pass = passAt(p, p.start);
  while (pass && found.length < rounds) {
    found.push(pass);
    pass = passAfter(p, pass);
  }
  return found;
}
const endOf = (p: Playing, rounds: number): number => passes(p, rounds).at(-1)?.end ?? p.start;
