/** The four things that can be done from across the room. */
export type FloorAct = 'again' | 'toggle' | 'next' | 'ring';

/**
 * Keys, a presenter's remote (which sends page up and down, and a full stop for a dark screen) and media keys, as acts.
 */
const KEYS: Readonly<Record<string, FloorAct>> = {
  ArrowLeft: 'again',
  PageUp: 'again',
  ' ': 'toggle',
  Enter: 'toggle',
  ArrowRight: 'next',
  PageDown: 'next',
  b: 'ring',
  '.': 'ring',
};
export const actOfKey = (key: string): FloorAct | undefined => KEYS[key];

/** Controllers of pedals (General MIDI: 64 damper, 66 sostenuto, 67 soft; from memory), and any note, pressed. */
const PEDALS: Readonly<Record<number, FloorAct>> = { 64: 'toggle', 66: 'again', 67: 'next' };
const DOWN = 64;

/** What a MIDI message asks for; undefined for releases and all else. @example actOfMidi([0xb0, 64, 127]) // 'toggle' */
export function actOfMidi(data: ArrayLike<number>): FloorAct | undefined {
  const kind = (data[0] ?? 0) & 0xf0;
  if (kind === 0xb0 && (data[2] ?? 0) >= DOWN) return PEDALS[data[1] ?? -1];
  if (kind === 0x90 && (data[2] ?? 0) > 0) return 'toggle';
  return undefined;
}

/** A MIDI input, as far as it is used: a pedal, or the stand-in that ships. */
export interface MidiInput {
  onmidimessage: ((e: { readonly data: ArrayLike<number> | null }) => void) | null;
}

/** A pedal that is pressed from the screen, for trying out without one. It sends what a pedal sends. */
export class SimulatedPedal implements MidiInput {
  onmidimessage: MidiInput['onmidimessage'] = null;
  press(controller = 64): void {
    this.onmidimessage?.({ data: [0xb0, controller, 127] });
    this.onmidimessage?.({ data: [0xb0, controller, 0] });
  }
}

/** Listens to every pedal there is, and those plugged in later. Gives what ends it; nothing where the browser has none. */
export async function listenToPedals(
  act: (a: FloorAct) => void,
  more: readonly MidiInput[] = [],
): Promise<() => void> {
  const heard = (e: { readonly data: ArrayLike<number> | null }): void => {
    const a = e.data && actOfMidi(e.data);
    if (a) act(a);
  };
  for (const input of more) input.onmidimessage = heard;
  const access = await navigator.requestMIDIAccess?.().catch(() => undefined);
  const attach = (): void => access?.inputs.forEach((i) => (i.onmidimessage = heard as never));
  attach();
  if (access) access.onstatechange = attach;
  return () => {
    for (const input of more) input.onmidimessage = null;
    access?.inputs.forEach((i) => (i.onmidimessage = null));
  };
}

/** Keeps the screen on while something plays; asks again when the page comes back. Gives what ends it. */
export function keepAwake(): () => void {
  let lock: { release(): Promise<void> } | undefined;
  let over = false;
  const ask = async (): Promise<void> => {
    if (over || document.visibilityState !== 'visible') return;
    lock = await navigator.wakeLock?.request('screen').catch(() => undefined);
    if (over) void lock?.release();
  };
  void ask();
  document.addEventListener('visibilitychange', ask);
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', ask);
    void lock?.release();
  };
}

/** Lets the keys of headphones and of a locked phone act. Gives what ends it. */
export function mediaKeys(title: string, act: (a: FloorAct) => void): () => void {
  const session = navigator.mediaSession;
  if (!session) return () => {};
  session.metadata = new MediaMetadata({ title, artist: 'Brisk Partner' });
  const set: readonly (readonly [MediaSessionAction, FloorAct])[] = [
    ['play', 'toggle'],
    ['pause', 'toggle'],
    ['nexttrack', 'next'],
    ['previoustrack', 'again'],
  ];
  for (const [name, what] of set) session.setActionHandler(name, () => act(what));
  return () => {
    for (const [name] of set) session.setActionHandler(name, null);
  };
}
