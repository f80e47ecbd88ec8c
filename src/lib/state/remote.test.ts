import { describe, expect, it, vi } from 'vitest';
import { latencyOf } from '$lib/sound';
import { SimulatedPedal, actOfKey, actOfMidi, listenToPedals } from './remote';

describe('acts from across the room', () => {
  // Common practice: presenters' remotes send page up and page down.
  it('keys and remotes', () => {
    expect(['ArrowLeft', 'PageUp', ' ', 'PageDown', 'b', 'x'].map(actOfKey)).toEqual([
      'again',
      'again',
      'toggle',
      'next',
      'ring',
      undefined,
    ]);
  });
  /** Source: General MIDI: controllers 64, 66, 67, on from 64 (from memory). */
  it('pedals: pressed, not released', () => {
    expect(
      [[0xb0, 64, 127], [0xb3, 67, 64], [0xb0, 64, 0], [0x90, 60, 90], [0x90, 60, 0], [0xf8]].map(actOfMidi),
    ).toEqual(['toggle', 'next', undefined, 'toggle', undefined, undefined]);
  });
  it('the stand-in goes the way a pedal goes', async () => {
    vi.stubGlobal('navigator', {});
    const acts: string[] = [];
    const pedal = new SimulatedPedal();
    const end = await listenToPedals((a) => acts.push(a), [pedal]);
    pedal.press();
    pedal.press(66);
    end();
    pedal.press();
    expect(acts).toEqual(['toggle', 'again']);
    vi.unstubAllGlobals();
  });
});

describe('a slow speaker', () => {
  it('is taken at what the browser says of it', () => {
    expect(latencyOf({ baseLatency: 0.01, outputLatency: 0.35 })).toBe(0.35);
    expect(latencyOf({ baseLatency: 0.01 })).toBe(0.01);
    expect(latencyOf({ baseLatency: 0, outputLatency: -1 })).toBe(0);
  });
});
