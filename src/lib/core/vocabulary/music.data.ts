/** Styles of music told apart here: those the band plays. */
export const MUSIC_STYLES = ['swing', 'salsa', 'tango', 'waltz', 'foxtrot', 'groove'] as const;
export type MusicStyle = (typeof MUSIC_STYLES)[number];
