import { writeLink, type Shared } from '$lib/core/library';

/** The longest address a code can hold that a phone reads from a screen, characters: QR version 25, level L (ISO/IEC 18004). */
export const MOST_IN_CODE = 1_273;

/** The address of the read-only page; nothing behind `#` is sent to any server. */
export const addressFor = (origin: string, shared: Shared): string => `${origin}/shared#${writeLink(shared)}`;
