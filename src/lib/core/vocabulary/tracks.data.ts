/** The lines of a breakdown. `moves` lines carry footwork; the others carry words at counts. */
export type MoveTrack = 'leader' | 'follower';
export type WordTrack =
  'hands' | 'leader-body' | 'follower-body' | 'leads' | 'feels' | 'free' | 'calls' | 'parts';
export type Track = MoveTrack | WordTrack;

export const TRACKS = {
  leader: { says: 'The leader’s footwork.' },
  follower: { says: 'The follower’s footwork.' },
  hands: { says: 'Which hand holds which, and what it does.' },
  'leader-body': { says: 'The leader’s head and upper body.' },
  'follower-body': { says: 'The follower’s head and upper body.' },
  leads: { says: 'What the leader does to cause it.' },
  feels: { says: 'What the partner feels.' },
  free: { says: 'What each may freely change.' },
  calls: { says: 'The words called.' },
  parts: { says: 'What its parts are called.' },
} as const satisfies Record<Track, { says: string }>;
export const TRACK_NAMES = Object.keys(TRACKS) as Track[];
export const isMoveTrack = (t: Track): t is MoveTrack => t === 'leader' || t === 'follower';
