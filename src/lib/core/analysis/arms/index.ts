import { TICKS_PER_BEAT, type Ticks } from '../../base';

export * from './at';
export { contactsOf, embracedAt, embraces, type Contacts } from './contacts';
export { followHands } from './follow';
export { valueAt } from './types';
export type { ArmFault, Arms, HandPass, HeldArm, HeldRest, Lead } from './types';

/** How long before a turn its lead may be. Our choice: four counts. */
export const LEAD_WINDOW: Ticks = 4 * TICKS_PER_BEAT;
