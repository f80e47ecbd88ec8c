import type { StyleId } from '../recipe';
import { foxtrot } from './foxtrot';
import { groove } from './groove';
import { salsa } from './salsa';
import type { Style } from './style';
import { swing } from './swing';
import { tango } from './tango';
import { waltz } from './waltz';

export const PLAYED: Readonly<Record<StyleId, Style>> = { swing, salsa, tango, waltz, foxtrot, groove };
export { offBeat, type BarAsked, type Style } from './style';
