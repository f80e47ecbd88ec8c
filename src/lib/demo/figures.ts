import { newFigure, type Details, type Figure } from '$lib/core/figure';
import type { DanceId } from '$lib/core/vocabulary';
import { danceFigures } from './dances';

/**
 * The repertoire of an invented evening school by the sea, the Lantern Quay Dance Room. Breakdowns are our own;
 * ballroom turns and Latin totals follow the published amounts named in the tests.
 */
type Extra = Partial<Details>;
const figure = (id: string, dance: DanceId, name: string, lines: string, extra: Extra = {}): Figure => ({
  ...newFigure(`demo-${id}`, dance, name),
  ...extra,
  end: { formation: (extra.start ?? newFigure('', dance).start).formation, ...extra.end },
  lines: lines.trim().replace(/^ +/gm, ''),
});
const two = (dance: DanceId) => ({ ...newFigure('x', dance).start, hold: 'two-hand' as const });

export const demoFigures: readonly Figure[] = [
  figure(
    'push',
    'slot-swing',
    'Push',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 place & place 4 back 5 hook & replace 6 back
    hands 1 two hands low 3 press 4 send
    leads 1 draw back with the body 3 meet in both hands 4 walk forward
    feels 1 a steady draw 3 a wall that gives 4 sent home
    free 5 both may change the anchor
    calls 1 walk 2 walk 3 tri & ple 4 step 5 an & chor 6 step`,
    {
      tags: ['first evening'],
      family: 'push',
      start: two('slot-swing'),
      notes: 'Taught on the first evening. Keep the elbows in front of the ribs.',
    },
  ),
  figure(
    'push-turn',
    'slot-swing',
    'Push with a turn',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 place r1/4 & place r1/2 4 r1/4 back 5 hook & replace 6 back
    hands 1 two hands low 2 raise both 4 lower both
    leads 2 lift as the follower arrives 3 turn with both hands
    feels 2 lifted 3 turned right once
    calls 1 walk 2 up 3 turn & turn 4 and 5 an & chor 6 step`,
    {
      tags: ['showy'],
      family: 'push',
      level: 3,
      start: two('slot-swing'),
      cautions: ['Raise rather than pull; loose thumbs.'],
    },
  ),
  figure(
    'left-pass',
    'slot-swing',
    'Left side pass',
    `
    leader 1 l1/4 back 2 back 3 place & place 4 l1/4 close 5 hook & replace 6 side
    follower 1 fwd 2 fwd 3 fwd & l1/4 fwd 4 l1/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 guide 4 slow
    leads 1 leave the slot 3 let the follower through
    feels 1 a clear slot 4 a soft end
    calls 1 walk 2 walk 3 through & and 4 face 5 an & chor 6 step`,
    { family: 'pass' },
  ),
  figure(
    'right-pass',
    'slot-swing',
    'Right side pass under the arm',
    `
    leader 1 r1/4 back 2 back 3 place & place 4 r1/4 side 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 fwd & l1/4 fwd 4 l1/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 raise 4 lower
    leads 1 leave the slot to the right 2 raise the hand
    calls 1 walk 2 under 3 tri & ple 4 step 5 an & chor 6 step`,
    { family: 'pass', level: 2 },
  ),
  figure(
    'push-short',
    'slot-swing',
    'Push, a step short',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 place & place 4 back 5 hook 6 back
    hands 1 two hands low 3 press 4 send
    calls 1 walk 2 walk 3 tri & ple 4 step 5 an & chor 6 step`,
    {
      family: 'push',
      start: two('slot-swing'),
      mistake:
        'The follower takes two steps on 5 and 6 where the anchor has three, and ends on the wrong foot.',
    },
  ),
  figure(
    'pass-blocked',
    'slot-swing',
    'Side pass, slot not cleared',
    `
    leader 1 back 2 place 3 place l1/4 & l1/4 close 4 place 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 fwd & l1/4 fwd 4 l1/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 guide 4 slow
    calls 1 walk 2 walk 3 through & and 4 face 5 an & chor 6 step`,
    {
      family: 'pass',
      mistake: 'The leader turns on the spot and is still in the slot as the follower comes through.',
    },
  ),
  figure(
    'six-triple',
    'six-count-swing',
    'Basic with triples',
    `
    leader 1 triple side 3 triple side 5 rock step
    follower 1 triple side 3 triple side 5 rock step
    hands 1 left to right low
    calls 1 tri & ple 2 step 3 tri & ple 4 step 5 rock 6 step`,
    { family: 'basic' },
  ),
  figure(
    'six-single',
    'six-count-swing',
    'Basic in single steps',
    `
    leader S side S side Q back Q replace
    follower S side S side Q back Q replace
    hands S left to right low
    calls S slow S slow Q rock Q step`,
    { family: 'basic', notes: 'The same figure for the quick songs.' },
  ),
  figure(
    'places',
    'jive',
    'Change of places, right to left',
    `
    leader 1 back small 2 replace 3 fwd & close 4 l1/8 fwd small 5 l1/8 back small & close 6 place
    follower 1 back small 2 replace 3 r1/4 fwd x2 & r1/8 close 4 r3/8 side x1.5 5 back & close 6 back
    hands 1 left to right low 2 raise 4 lower
    leads 2 raise 3 turn the follower under
    calls 1 rock 2 step 3 un & der 4 turn 5 cha & ssé 6 end`,
    { family: 'turn', level: 2, tempo: { min: 150, max: 168 } },
  ),
  figure(
    'charleston',
    'eight-count-swing',
    'Charleston side by side',
    `
    leader 1 back 2 replace 3 kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
    follower 1 back 2 replace 3 kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
    hands 1 right on back
    calls 1 rock 2 step 3 kick 4 step 5 kick 6 and 7 kick 8 step`,
    {
      family: 'kicks',
      level: 2,
      start: { ...newFigure('x', 'eight-count-swing').start, formation: 'side-by-side', hold: 'none' },
      cautions: ['Kick small in a crowd.'],
    },
  ),
  figure(
    'tandem',
    'eight-count-swing',
    'Tandem Charleston',
    `
    leader 1 back 2 replace 3 kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
    follower 1 back 2 replace 3 kick fwd 4 place 5 kick fwd 6 tap place 7 kick fwd 8 place
    hands 1 crossed low
    calls 1 back 2 and 3 kick 4 step 5 kick 6 and 7 kick 8 step`,
    {
      family: 'kicks',
      level: 3,
      start: { formation: 'tandem', hold: 'shadow', facing: 0, leaderFree: 'L', followerFree: 'L' },
      notes: 'Both begin on the left foot.',
      cautions: ['Kick small: one stands close behind the other.'],
    },
  ),
  figure(
    'kick-ball',
    'eight-count-swing',
    'Kick-ball-change break',
    `
    leader 1 rock step 3 triple side 5 kick-ball-change 7 triple side
    follower 1 rock step 3 triple side 5 kick-ball-change 7 triple side
    hands 1 left to right low
    calls 1 rock 2 step 3 tri & ple 4 step 5 kick & ball 6 change 7 tri & ple 8 step`,
    { family: 'kicks', level: 2 },
  ),
  figure(
    'salsa1-basic',
    'salsa-on-1',
    'Basic on 1',
    `
    leader 1 mambo fwd 5 mambo back
    follower 1 mambo back 5 mambo fwd
    hands 1 two hands low
    calls 1 break 2 place 3 close 5 break 6 place 7 close`,
    { family: 'basic' },
  ),
  figure(
    'salsa1-cross',
    'salsa-on-1',
    'Cross-body lead',
    `
    leader 1 fwd 2 replace 3 l1/4 back 4 hold 5 close 6 place l1/4 7 side 8 hold
    follower 1 back 2 replace 3 fwd 4 hold 5 fwd 6 fwd then l1/4 7 l1/4 back 8 hold
    hands 1 left to right low
    leads 3 open the door 5 send across
    feels 3 the slot opens 5 led past
    calls 1 break 2 place 3 open 5 cross 6 turn 7 face`,
    { family: 'pass', level: 3, start: { ...newFigure('x', 'salsa-on-1').start, hold: 'left-right' } },
  ),
  figure(
    'salsa2-basic',
    'salsa-on-2',
    'Basic on 2',
    `
    leader 1 hold 2 fwd 3 replace 4 close 5 hold 6 back 7 replace 8 close
    follower 1 hold 2 back 3 replace 4 close 5 hold 6 fwd 7 replace 8 close
    hands 1 two hands low
    calls 2 break 3 place 4 close 6 break 7 place 8 close`,
    { family: 'basic', notes: 'One of two schools: here 1 and 5 are held.' },
  ),
  figure(
    'salsa2-turn',
    'salsa-on-2',
    'Right turn on 2',
    `
    leader 1 hold 2 fwd 3 replace 4 close 5 hold 6 back 7 replace 8 close
    follower 1 hold 2 back 3 replace 4 close 5 hold 6 r1/4 fwd 7 replace r1/2 8 r1/4 close
    hands 1 left to right low 5 raise 8 lower
    leads 5 raise the hand a count before 6 turn
    calls 2 break 3 place 4 close 5 up 6 turn 7 turn 8 close`,
    {
      family: 'turn',
      level: 2,
      tempo: { min: 150, max: 168 },
      start: { ...newFigure('x', 'salsa-on-2').start, hold: 'left-right' },
    },
  ),
  figure(
    'tango-eight',
    'tango',
    'Eight steps to the cross',
    `
    leader 1 back 2 side 3 fwd 4 fwd 5 close 6 fwd 7 side 8 close
    follower 1 fwd 2 side 3 back 4 back 5 across 6 back 7 side 8 close
    hands 1 left to right shoulder, right on back, follower left on shoulder
    leads 4 wait for the cross
    feels 4 a small turn of the chest
    calls 1 back 2 side 3 walk 4 walk 5 cross 6 walk 7 side 8 close`,
    {
      family: 'basic',
      level: 2,
      start: {
        formation: 'close-embrace',
        hold: 'close-embrace',
        facing: 0,
        leaderFree: 'R',
        followerFree: 'L',
      },
    },
  ),
  figure(
    'tango-wait',
    'tango',
    'Wait while the follower decorates',
    `
    leader 1 side 2 close 3 hold 4 hold 5 fwd 6 close
    follower 1 side 2 close 3 place then r1/8 4 place then l1/8 5 back 6 close
    hands 1 left to right shoulder, right on back, follower left on shoulder
    leads 3 stand still and hold the frame
    free 3 the follower may take two steps on the spot
    calls 1 side 2 close 3 wait 5 walk 6 close`,
    {
      family: 'basic',
      level: 3,
      ownTiming: [{ from: 3, to: 4 }],
      notes: 'The leader holds for two counts; the follower takes two extra steps.',
    },
  ),
  figure(
    'tango-walk',
    'tango',
    'Walk, as far as the room allows',
    `
    leader 1 fwd 2 fwd 3 side 4 close
    follower 1 back 2 back 3 side 4 close
    hands 1 left to right shoulder, right on back, follower left on shoulder
    leads 1 walk from the chest
    calls 1 walk 2 walk 3 side 4 close`,
    {
      family: 'travelling',
      repeat: { from: 1, to: 2, times: 3 },
      notes: 'Counts 1 and 2 may be danced any number of times; they hold an even number of steps.',
    },
  ),
  figure(
    'close-eight',
    'close-walk',
    'Eight-count walk',
    `
    leader 1 back 2 close 3 fwd 4 hold 5 fwd 6 close 7 back 8 hold
    follower 1 fwd 2 close 3 back 4 hold 5 back 6 close 7 fwd 8 hold
    hands 1 left to right shoulder, right on back, follower left on shoulder
    calls 1 back 2 step 3 step 5 for 6 ward 7 step`,
    { family: 'basic' },
  ),
  figure(
    'close-travel',
    'close-walk',
    'Walk out along the line',
    `
    leader 1 back 2 close 3 fwd & close 4 fwd 5 fwd large 6 fwd large 7 fwd 8 close
    follower 1 fwd 2 close 3 back & close 4 back 5 back large 6 back large 7 back 8 close
    hands 1 left to right shoulder, right on back, follower left on shoulder
    free 3 the triple may be a single step and a hold
    calls 1 back 2 step 3 tri & ple 4 step 5 walk 6 walk 7 walk 8 close`,
    {
      family: 'travelling',
      level: 3,
      end: { leaderFree: 'R', followerFree: 'L' },
      notes: 'Anticlockwise along the line of dance; leaves on the other foot on purpose.',
    },
  ),
  figure(
    'waltz-natural',
    'waltz',
    'Natural turn',
    `
    leader 1 R fwd heel-toe 2 r1/4 side ball 3 r1/8 close 1 back toe-heel 2 r3/8 side ball 3 close
    follower 1 L back toe-heel 2 r3/8 side ball 3 close 1 fwd heel-toe 2 r1/4 side ball 3 r1/8 close
    hands 1 left to right shoulder, right on shoulder blade, follower left on upper arm
    follower-body 1 head to the left
    calls 1 one 2 two 3 close 4 one 5 two 6 close`,
    {
      family: 'turn',
      level: 2,
      start: { formation: 'closed', hold: 'closed', facing: 45, leaderFree: 'R', followerFree: 'L' },
      notes: 'Three quarters to the right, in eighths against the line of dance.',
    },
  ),
  figure(
    'waltz-reverse',
    'waltz',
    'Reverse turn',
    `
    leader 1 L fwd heel-toe 2 l1/4 side ball 3 l1/8 close 1 back toe-heel 2 l3/8 side ball 3 close
    follower 1 R back toe-heel 2 l3/8 side ball 3 close 1 fwd heel-toe 2 l1/4 side ball 3 l1/8 close
    hands 1 left to right shoulder, right on shoulder blade, follower left on upper arm
    calls 1 one 2 two 3 close 4 one 5 two 6 close`,
    {
      family: 'turn',
      level: 2,
      start: { formation: 'closed', hold: 'closed', facing: -45, leaderFree: 'L', followerFree: 'R' },
    },
  ),
  figure(
    'quarter-turn',
    'quickstep',
    'Quarter turn',
    `
    leader S fwd heel Q r1/8 side ball Q r1/8 close S diag-back
    follower S back toe-heel Q r1/8 side Q r1/8 close S diag-fwd
    hands S left to right shoulder, right on shoulder blade, follower left on upper arm
    calls S slow Q quick Q quick S slow`,
    {
      family: 'turn',
      level: 2,
      start: { formation: 'closed', hold: 'closed', facing: 45, leaderFree: 'R', followerFree: 'L' },
    },
  ),
  figure(
    'cha-basic',
    'cha-cha',
    'Basic on 2',
    `
    leader 2 fwd 3 replace 4 side & close 1 side 2 back 3 replace 4 side & close 1 side
    follower 2 back 3 replace 4 side & close 1 side 2 fwd 3 replace 4 side & close 1 side
    hands 2 two hands low
    calls 2 two 3 three 4 cha & cha 5 one`,
    { family: 'basic', start: { ...two('cha-cha'), leaderFree: 'L', followerFree: 'R' } },
  ),
  figure(
    'hustle-basic',
    'hustle',
    'Basic',
    `
    leader & hook 1 replace 2 fwd 3 back
    follower & hook 1 replace 2 fwd 3 back
    hands 1 two hands low
    calls & and 1 one 2 two 3 three`,
    { family: 'basic' },
  ),
  figure(
    'double-cross',
    'slot-swing',
    'Double cross and back',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 place 6 place 7 place & place 8 fwd 9 place 10 place
    follower 1 fwd 2 fwd 3 place r1/4 & place r1/2 4 r1/4 back 5 place 6 fwd 7 place l1/4 & place l1/2 8 l1/4 back 9 place 10 back
    hands 1 two hands low 2 raise both 4 lower both 6 raise both 8 lower both
    leads 2 lift as the follower arrives 6 lift again and turn back
    feels 4 both arms crossed twice, left on top 8 open again
    calls 1 walk 2 up 3 turn & turn 4 cross 5 wait 6 up 7 turn & back 8 step 9 and 10 home`,
    {
      tags: ['showy', 'arms'],
      family: 'push',
      level: 3,
      start: two('slot-swing'),
      cautions: ['Raise rather than pull; loose thumbs.'],
      notes: 'One right turn crosses the arms twice, one left turn undoes it.',
    },
  ),
  figure(
    'wrap-hammerlock',
    'salsa-on-1',
    'Wrap, then behind the back',
    `
    leader 1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold 9 fwd 10 replace 11 close 12 hold 13 back 14 replace 15 close 16 hold
    follower 1 back 2 replace l1/4 3 l1/4 close 4 hold 5 place 6 place r1/4 7 place r1/4 8 hold 9 place 10 place r1/2 11 place r1/2 12 hold 13 place 14 place l1/2 15 l1/2 close 16 hold
    hands 1 two hands low, palm up, raise left 3 lower left in front 5 raise left 8 lower left, raise left 12 lower left 13 raise left 15 lower left
    leads 1 raise the left and turn the follower in 5 lead out again 8 raise for the turn 13 unwind
    calls 1 in 2 to 3 wrap 5 and 6 turn 7 out 9 and 10 turn 11 lock 13 un 14 wind 15 home`,
    {
      family: 'turn',
      level: 4,
      start: two('salsa-on-1'),
      cautions: ['Never force the arm behind the back.'],
      notes:
        'The left hand of the follower stays low all the time: wrapped in front, then behind the back, then home.',
    },
  ),
  figure(
    'shadow-block',
    'eight-count-swing',
    'Shadow with a hip block',
    `
    leader 1 back 2 replace 3 triple 5 place 6 place 7 triple
    follower 1 back 2 replace 3 place r1/4 & place r1/4 4 place 5 place 6 place 7 place l1/4 & place l1/4 8 place
    hands 1 right to right low, palm up 2 raise 4 lower, block left on hip 6 release left, raise 8 lower
    leads 2 raise and turn the follower in 4 stop at the hip 6 send back
    feels 4 a hand on the left hip
    calls 1 back 2 up 3 turn & in 4 stop 5 wait 6 up 7 turn & out 8 home`,
    {
      family: 'turn',
      level: 3,
      start: { ...newFigure('x', 'eight-count-swing').start, hold: 'handshake' },
    },
  ),
  figure(
    'free-spin',
    'slot-swing',
    'Free spin, drop and catch',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 place r1/4 & place r1/2 4 r1/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 prepare 3 release 4 catch left to right
    leads 2 a small push to the left, then let go 4 meet the hand
    calls 1 walk 2 and 3 free & spin 4 catch 5 an & chor 6 step`,
    { family: 'turn', level: 3, cautions: ['Spin only as far as you like; spot, and stop when dizzy.'] },
  ),
  figure(
    'turn-locked',
    'slot-swing',
    'Right turn, one hand kept low',
    `
    leader 1 back 2 close 3 place & place 4 fwd 5 hook & replace 6 place
    follower 1 fwd 2 fwd 3 place r1/4 & place r1/2 4 r1/4 back 5 hook & replace 6 back
    hands 1 two hands low, palm up 2 raise right 4 lower right
    leads 2 lift the right
    calls 1 walk 2 up 3 turn & turn 4 and 5 an & chor 6 step`,
    {
      family: 'push',
      level: 3,
      start: two('slot-swing'),
      mistake: 'The left hand stays low through a whole right turn: the follower’s right arm locks half-way.',
    },
  ),
  figure(
    'six-tap',
    'six-count-swing',
    'Basic with taps',
    `
    leader 1 tap 2 side 3 tap 4 side 5 rock step
    follower 1 tap 2 side 3 tap 4 side 5 rock step
    hands 1 left to right low
    calls 1 tap 2 step 3 tap 4 step 5 rock 6 step`,
    { family: 'basic', notes: 'The same figure with a tap where the triple was.' },
  ),
  figure(
    'six-late',
    'six-count-swing',
    'Basic with late triples',
    `
    leader 1 side 2 close & side 3 side 4 close & side 5 rock step
    follower 1 side 2 close & side 3 side 4 close & side 5 rock step
    hands 1 left to right low
    calls 1 step 2 tri & ple 3 step 4 tri & ple 5 rock 6 step`,
    { family: 'basic', level: 3, notes: 'The same figure with the quick steps at the end of the two beats.' },
  ),
  figure(
    'six-turn',
    'six-count-swing',
    'Basic with a turn',
    `
    leader 1 triple side 3 triple side 5 rock step
    follower 1 triple side 3 r1/4 back & r1/2 close 4 r1/4 side 5 rock step
    hands 1 left to right low 2 raise left 4 lower left
    leads 2 lift 3 turn the follower under
    calls 1 tri & ple 2 up 3 turn & turn 4 and 5 rock 6 step`,
    { family: 'basic', level: 3, tempo: { min: 100, max: 140 } },
  ),
  figure(
    'six-turn-change',
    'six-count-swing',
    'Basic with a turn into a handshake',
    `
    leader 1 triple side 3 triple side 5 rock step
    follower 1 triple side 3 r1/4 back & r1/2 close 4 r1/4 side 5 rock step
    hands 1 left to right low 2 raise left 4 lower left 5 change to right to right
    leads 2 lift 3 turn the follower under 5 the other hand takes over
    calls 1 tri & ple 2 up 3 turn & turn 4 and 5 change 6 step`,
    { family: 'basic', level: 3, tempo: { min: 100, max: 140 } },
  ),
  figure(
    'salsa1-turn',
    'salsa-on-1',
    'Basic with a right turn',
    `
    leader 1 mambo fwd 5 mambo back
    follower 1 mambo back 5 r1/4 side 6 replace r1/2 7 r1/4 close 8 hold
    hands 1 two hands low 4 release right, raise left 8 lower left, right to left
    leads 4 lift the left 5 turn the follower under
    calls 1 break 2 place 3 close 4 up 5 turn 6 turn 7 close`,
    { family: 'basic', level: 3 },
  ),
  figure(
    'salsa1-crossed',
    'salsa-on-1',
    'Basic into a double cross',
    `
    leader 1 mambo fwd 5 mambo back
    follower 1 mambo back 5 r1/4 side 6 replace r1/2 7 r1/4 close 8 hold
    hands 1 two hands low 4 raise both 8 lower both
    leads 4 lift both 5 turn the follower under both
    feels 8 both arms crossed twice, left on top
    calls 1 break 2 place 3 close 4 up 5 turn 6 turn 7 cross`,
    { family: 'basic', level: 3, cautions: ['Raise rather than pull; loose thumbs.'] },
  ),
  figure(
    'left-pass-turn',
    'slot-swing',
    'Left side pass with one and a half turns',
    `
    leader 1 l1/4 back 2 back 3 place & place 4 l1/4 close 5 hook & replace 6 side
    follower 1 fwd 2 fwd 3 fwd & l3/4 back 4 l3/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 guide, raise left 4 slow, lower left
    leads 1 leave the slot 2 lift as the follower comes through 3 turn
    calls 1 walk 2 up 3 through & turn 4 face 5 an & chor 6 step`,
    { family: 'pass', level: 4, tempo: { min: 84, max: 100 } },
  ),
  figure(
    'left-pass-change',
    'slot-swing',
    'Left side pass, turned, into a handshake',
    `
    leader 1 l1/4 back 2 back 3 place & place 4 l1/4 close 5 hook & replace 6 side
    follower 1 fwd 2 fwd 3 fwd & l3/4 back 4 l3/4 back 5 hook & replace 6 back
    hands 1 left to right low 2 guide, raise left 4 slow, lower left 5 change to right to right
    leads 1 leave the slot 2 lift as the follower comes through 3 turn 5 the other hand takes over
    calls 1 walk 2 up 3 through & turn 4 face 5 change & and 6 step`,
    { family: 'pass', level: 4, tempo: { min: 84, max: 100 } },
  ),
  figure(
    'waltz-change-right',
    'waltz',
    'Closed change, right foot',
    `
    leader 1 R fwd heel-toe 2 side ball 3 close
    follower 1 L back toe-heel 2 side ball 3 close
    hands 1 left to right shoulder, right on shoulder blade, follower left on upper arm
    calls 1 change 2 side 3 close`,
    {
      family: 'basic',
      start: { formation: 'closed', hold: 'closed', facing: -45, leaderFree: 'R', followerFree: 'L' },
      notes: 'One bar that brings the natural turn to the reverse.',
    },
  ),
  figure(
    'waltz-change-left',
    'waltz',
    'Closed change, left foot',
    `
    leader 1 L fwd heel-toe 2 side ball 3 close
    follower 1 R back toe-heel 2 side ball 3 close
    hands 1 left to right shoulder, right on shoulder blade, follower left on upper arm
    calls 1 change 2 side 3 close`,
    {
      family: 'basic',
      start: { formation: 'closed', hold: 'closed', facing: 45, leaderFree: 'L', followerFree: 'R' },
      notes: 'One bar that brings the reverse turn back to the natural.',
    },
  ),
  figure(
    'swing-stop',
    'eight-count-swing',
    'Rock step, triple and stop',
    `
    leader 1 rock step 3 triple side 5 place 6 hold 7 hold 8 hold
    follower 1 rock step 3 triple side 5 place 6 hold 7 hold 8 hold
    hands 1 left to right low
    leads 4 settle 5 stop together
    calls 1 rock 2 step 3 tri & ple 4 step 5 hit`,
    { family: 'basic', level: 2, notes: 'The stop on 5 is for a break in the music.' },
  ),
  figure(
    'swing-basic',
    'eight-count-swing',
    'Eight-count basic',
    `
    leader 1 rock step 3 triple side 5 place 6 place 7 triple side
    follower 1 rock step 3 triple side 5 place 6 place 7 triple side
    hands 1 left to right low
    calls 1 rock 2 step 3 tri & ple 4 step 5 walk 6 walk 7 tri & ple 8 step`,
    { family: 'basic' },
  ),
  figure(
    'salsa1-cross-turn',
    'salsa-on-1',
    'Cross-body lead with an inside turn',
    `
    leader 1 fwd 2 replace 3 l1/4 back 4 hold 5 close 6 place l1/4 7 side 8 hold
    follower 1 back 2 replace 3 fwd 4 hold 5 l1/2 back 6 l1/2 fwd 7 l1/2 back 8 hold
    hands 1 left to right low 4 raise left 8 lower left
    leads 3 open the door 4 lift the left 5 turn the follower across
    feels 3 the slot opens 5 turned left on the way
    calls 1 break 2 place 3 open 4 up 5 turn 6 turn 7 face`,
    {
      family: 'pass',
      level: 4,
      start: { ...newFigure('x', 'salsa-on-1').start, hold: 'left-right' },
      tempo: { min: 150, max: 180 },
    },
  ),
  figure(
    'salsa1-cross-change',
    'salsa-on-1',
    'Cross-body lead, inside turn, into a handshake',
    `
    leader 1 fwd 2 replace 3 l1/4 back 4 hold 5 close 6 place l1/4 7 side 8 hold
    follower 1 back 2 replace 3 fwd 4 hold 5 l1/2 back 6 l1/2 fwd 7 l1/2 back 8 hold
    hands 1 left to right low 4 raise left 8 lower left, change to right to right
    leads 3 open the door 4 lift the left 5 turn the follower across 8 the other hand takes over
    feels 3 the slot opens 5 turned left on the way
    calls 1 break 2 place 3 open 4 up 5 turn 6 turn 7 change`,
    {
      family: 'pass',
      level: 4,
      start: { ...newFigure('x', 'salsa-on-1').start, hold: 'left-right' },
      tempo: { min: 150, max: 180 },
    },
  ),
  figure(
    'slot-walks',
    'slot-swing',
    'Two counts in place',
    `
    leader 1 place 2 place
    follower 1 place 2 place
    hands 1 left to right low
    calls 1 walk 2 walk`,
    { family: 'basic', notes: 'A filler: two counts that change nothing.' },
  ),
  ...danceFigures,
];
