export * from './floor';
export { smooth } from './linear';
export { problemOf, actionScale, sizeScale, type FloorTerm, type Landing, type Problem } from './problem';
export { ROOM, SIDE_DECIDED, SIDE_POSSIBLE, SIGMA, WEIGHT_SHARE, type Term } from './sigma.data';
export { leaderSide, type Guess, type Side } from './sides';
export { descend, evaluate, linear, strainOf, type How, type Solution } from './solve';
export type { Anchor, BodyHold, Dancer, FloorAction, FloorInput, JoinedHands, Place } from './types';
