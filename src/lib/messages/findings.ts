import type { Care, Finding, FindingCode, Remedy, RemedyCode } from '$lib/core/findings';
import { capital, numberWord, ordinal } from './words';
import {
  BODY_PARTS,
  FORMATIONS,
  HOLDS,
  LEAD_KINDS,
  type BodyPart,
  type FormationId,
  type HoldId,
  type LeadKind,
} from '$lib/core/vocabulary';

/** The one place where findings and their mends become sentences. */
interface Wording {
  readonly sentence: string;
  readonly why: string;
}
type D = Readonly<Record<string, string | number>>;

const formation = (d: D): string => FORMATIONS[d.formation as FormationId].says;

const FINDINGS: Record<FindingCode, (d: D) => Wording> = {
  overlap: (d) => ({
    sentence: `Count ${d.count} begins before the one written ahead of it is over.`,
    why: 'One dancer can do only one thing at a time.',
  }),
  'standing-step': (d) => ({
    sentence: `You are already standing on ${d.foot}; the free foot is ${d.other}.`,
    why: 'A step needs the foot that carries no weight.',
  }),
  'standing-gesture': (d) => ({
    sentence: `${d.foot} carries the weight and cannot ${d.kind}.`,
    why: 'Kicks, taps and touches are done with the free foot; a hop lands on the foot it left.',
  }),
  'split-unsaid': () => ({
    sentence: 'Weight is on both feet: say which foot steps next.',
    why: 'After weight on both feet either foot can be kept.',
  }),
  'role-empty': () => ({
    sentence: 'No steps yet.',
    why: 'Write this line, or start from the partner’s steps mirrored.',
  }),
  'totals-differ': (d) => ({
    sentence: `The leader dances ${d.leader} counts, the follower ${d.follower}.`,
    why: 'Both roles must fill the same counts, with holds where nothing moves.',
  }),
  'same-foot': (d) =>
    d.same
      ? {
          sentence: `Both are on the same foot from ${d.from} to ${d.to}.`,
          why: 'A plan, or a mistake to put right within two beats and before the ending.',
        }
      : {
          sentence: `From ${d.from} to ${d.to} you are on opposite feet, where the same foot was planned.`,
          why: 'Partners who began on the same foot stay so unless the figure says otherwise.',
        },
  'end-foot': (d) => ({
    sentence: d.other
      ? `It ends with the leader’s ${d.free} and the follower’s ${d.other} free: the other feet than it began with.`
      : d.free === 'both'
        ? `It ends on both feet; ${d.wanted} should be free.`
        : `It ends with ${d.free} free; the next figure needs ${d.wanted}.`,
    why: d.walks
      ? `${capital(numberWord(Number(d.walks)))} walks end on the other foot: ${numberWord(Number(d.walks) - 1)} or ${numberWord(Number(d.walks) + 1)} keep it.`
      : 'An odd number of weight changes ends on the other foot.',
  }),
  'own-timing': (d) => ({
    sentence: `At ${d.count} only the ${d.who} steps.`,
    why: 'The roles have different timings here and the figure does not say so.',
  }),
  'odd-length': (d) => ({
    sentence: `${d.counts} counts is unusual here.`,
    why: `In this dance figures run in multiples of ${d.multiple}.`,
  }),
  'end-facing': (d) => ({
    sentence: `The turns leave you ${d.amount} off: the ending should be ${formation(d)}.`,
    why: 'The follower’s total turn less the leader’s must match the position the figure ends in.',
  }),
  'end-place': (d) => ({
    sentence: `The follower ends about ${d.off} cm from where “${formation(d)}” has the follower.`,
    why: 'Directions and sizes of the steps lead there. An estimate from typical bodies.',
  }),
  'end-hold': (d) => ({
    sentence: d.hand
      ? `The ${d.who}’s ${d.hand} hand is still on the ${d.part} at the end; it should end in ${HOLDS[d.hold as HoldId].says}.`
      : `It ends in “${d.is}”; it should end in ${HOLDS[d.hold as HoldId].says}.`,
    why: 'The hands and the turns lead there: a hand left on, or a turn that unwinds the arms missing.',
  }),
  'end-heading': (d) => ({
    sentence: `The leader ends ${d.amount} too far to the ${d.side} of the facing declared.`,
    why: 'The facing at the start and all the leader’s turns add up to it.',
  }),
  'steps-part': (d) => ({
    sentence: `Held so close, the steps at ${d.count} part: the leader’s goes ${d.leader}, the follower’s ${d.follower}.`,
    why: 'Face to face in a hold, what is forward for one is back for the other.',
  }),
  'which-side': (d) => ({
    sentence: `Which side of the slot does the leader take at ${d.count}? What is written leaves both.`,
    why: `Drawn with the leader on the ${d.side}. Arms and turns may come out otherwise on the other side.`,
  }),
  'turn-too-fast': (d) => ({
    sentence: `${d.amount} turn in a beat at ${d.bpm} a minute is ${d.rate} a second: brisk for ${String(d.level).toLowerCase()}s.`,
    why: `Set for this level: ${d.limit} a second. Build up slowly and stop when dizzy. The limit is ours.`,
  }),
  'long-spin': (d) => ({
    sentence: `${d.amount} turns to the ${d.side} without turning back.`,
    why: 'Build up slowly, spot, stop when dizzy, no more than the dancer wants.',
  }),
  'lane-blocked': (d) => ({
    sentence: `The leader is still in the slot as the follower comes through: about ${d.short} cm further ${d.side} at ${d.count} would clear it.`,
    why: 'Leave the slot before the follower arrives. An estimate: what two bodies that cannot be in one place have to move.',
  }),
  collision: (d) => ({
    sentence: `The bodies meet at ${d.count}: a step has to give way by about ${d.overlap} cm.`,
    why: 'An estimate: what two bodies that cannot be in one place have to move.',
  }),
  'out-of-reach': (d) => ({
    sentence: `The joined hands are out of reach at ${d.count}: a step has to give way by about ${d.over} cm.`,
    why: 'An estimate: both arms stretched, from typical bodies.',
  }),
  'arm-locks': (d) => ({
    sentence: `The ${d.hand} arm locks at ${d.count}, in the ${ordinal(Number(d.half))} half turn with the hand low.`,
    why: 'A low arm winds round the body: a right hand three quarters across the front, a whole turn behind the back, no further. Raise it, change hands or let go.',
  }),
  'arms-crossed': (d) => ({
    sentence: `The arms would be crossed ${d.times} times.`,
    why: 'Three crossings are the most there can be, and tight. Turn back, or let one hand go.',
  }),
  'arms-tight': (d) => ({
    sentence: `The arms are crossed ${d.times} times: tight.`,
    why: 'Keep the grip loose and the elbows low, and undo it with the next turn.',
  }),
  'hand-twice': (d) => ({
    sentence: `The ${d.hand} hand already holds something at ${d.count}.`,
    why: 'A hand holds one thing at a time: say change, or let go first.',
  }),
  'hand-not-held': (d) => ({
    sentence:
      d.hand === 'none'
        ? `No hands are joined at ${d.count}.`
        : `The ${d.hand} hand holds nothing at ${d.count}.`,
    why: 'Only a joined hand can be raised, lowered, carried over or let go.',
  }),
  'not-raised': (d) => ({
    sentence: `The leader’s ${d.arm} hand goes over the head at ${d.count} without having been raised.`,
    why: 'A hand is raised before somebody goes under it, a count earlier at the latest.',
  }),
  'turn-blocked': (d) => ({
    sentence: `The ${d.who}’s ${d.hand} hand on the ${d.part} is in the way of this turn at ${d.count}.`,
    why: 'A hand on the body stops a turn. Take it off before, or turn less.',
  }),
  'grip-clamped': (d) => ({
    sentence: `The leader’s ${d.arm} hand goes over with a clamped grip at ${d.count}.`,
    why: 'A closed grip cannot swivel: palm up or thumb down on the way, thumbs loose.',
  }),
  'behind-back': (d) => ({
    sentence: `The ${d.hand} arm is behind the back from ${d.count}.`,
    why: 'Never force an arm behind the back; raise rather than pull, and let go when asked.',
  }),
  'take-out-of-reach': (d) => ({
    sentence: `At ${d.count} the hand is about ${d.over} cm too far away to be taken.`,
    why: 'An estimate: arms stretched, from typical bodies.',
  }),
  headroom: (d) => ({
    sentence: `The raised ${d.arm} hand is about ${d.short} cm too low to pass under at ${d.count}.`,
    why: 'No higher than the shorter partner reaches, no lower than the taller one’s head. An estimate from the heights set under Data.',
  }),
  'no-lead': (d) => ({
    sentence: `Nothing leads the turn at ${d.count}.`,
    why: 'A turn of half or more wants a lead or a preparation a count before it.',
  }),
  'no-stop': (d) => ({
    sentence: `Nothing is there to stop the turn at ${d.count}.`,
    why: 'A turn that ends short needs a hand on the hip or back, or a hand caught.',
  }),
  'lead-late': (d) =>
    d.what === 'hand'
      ? {
          sentence: `The hand comes down at ${d.count}, in the middle of the turn begun at ${d.turn}.`,
          why: 'A hand stays up until the turn under it is made.',
        }
      : {
          sentence: `The lead at ${d.count} comes after the turn has begun at ${d.turn}.`,
          why: 'A turn is led a count before, while the weight is still to be taken.',
        },
  'lead-contrary': (d) =>
    d.felt
      ? {
          sentence: `At ${d.count} the partners are ${LEAD_KINDS[d.kind as LeadKind].says}, and what is felt is said to be the opposite (${LEAD_KINDS[d.felt as LeadKind].says}).`,
          why: 'What is led and what is felt are two sides of one thing.',
        }
      : {
          sentence: `What is led at ${d.count} stops the partner (${LEAD_KINDS[d.kind as LeadKind].says}), and a turn begins at ${d.turn}.`,
          why: 'A post or a stop holds; a turn wants a raised hand, an opened elbow or a release.',
        },
  'lead-unanswered': (d) => ({
    sentence: `The lead at ${d.count} asks for a turn (${LEAD_KINDS[d.kind as LeadKind].says}), and nobody turns.`,
    why: 'What is led and what is danced should be one thing.',
  }),
  'stop-unmade': (d) => ({
    sentence: `The turn to the ${d.side} is to stop at ${d.count} and turn back, and the joined hand goes along with it.`,
    why: 'A low hand stops a turn only in the direction in which the arm comes to its end; otherwise a hand on the hip or back does it.',
  }),
  'no-block': (d) => ({
    sentence: `Sent on to the ${d.side}, the follower turns back at ${d.count} with nothing in the way.`,
    why: 'Momentum that is sent on goes on: a block has to be there first.',
  }),
  care: (d) => CARES[d.what as Care](d),
  'lean-unheld': (d) => ({
    sentence: `Both hands are free at ${d.count}, in the ${d.what}.`,
    why: 'Off balance somebody has to be held: keep a hand, or come upright first.',
  }),
  'kick-towards': (d) => ({
    sentence:
      d.kind === 'hitch'
        ? `The knee at ${d.count} goes up towards the partner, who stands close.`
        : `The ${d.kind} at ${d.count} goes towards the partner, who stands close.`,
    why: 'Close together and one behind the other, kick aside or not at all; kick small in a crowd.',
  }),
  'too-near': (d) => ({
    sentence: `At ${d.count} there is no room for the step: the partner stands there and stays.`,
    why: 'Stand further apart, step smaller, or let the partner give way. An estimate.',
  }),
  'palm-over': (d) => ({
    sentence: `The ${d.arm} hand goes over the head at ${d.count} with the palm down.`,
    why: 'Turned palm down the wrist cannot swivel on the way over: palm up or thumb down, loose.',
  }),
  'elbow-trapped': (d) => ({
    sentence: `Chest to chest at ${d.count} the arms are crossed low between you: an elbow is trapped.`,
    why: 'Let one hand go, uncross them, or leave room between the bodies.',
  }),
  'hand-neck': (d) => ({
    sentence: `The ${d.arm} hand comes down to the neck at ${d.count}, on its way over.`,
    why: 'Carry it well over the head and round; mind elbows at head height.',
  }),
  charge: (d) => ({
    sentence: `A long step out into the room at ${d.count}.`,
    why: 'Look before you charge, and keep it short in a crowd.',
  }),
  'hold-broken': (d) => ({
    sentence: `At ${d.count} the partner is about ${d.apart} cm away, and the ${d.hand} hand is still said to be on the ${BODY_PARTS[d.part as BodyPart].says}.`,
    why: 'Say that it lets go, or stay near. An estimate.',
  }),
  'wait-alone': (d) => ({
    sentence: `At ${d.count} one waits as long as they like, and the partner goes on.`,
    why: 'A wait of any length is for both; a hold has its counts.',
  }),
  branch: (d) => ({
    sentence: `Danced with ${d.branch}: ${d.says}`,
    why: String(d.why),
  }),
};

const TEACHER =
  'Only with instruction from a qualified teacher, with consent and a warm-up, each holding their own weight; stop at pain.';
/** The usual cautions about head and upper body. */
const CARES: Record<Care, (d: D) => Wording> = {
  lift: (d) => ({ sentence: `A lift at ${d.count}.`, why: `${TEACHER} Local rules for the floor apply.` }),
  drop: (d) => ({ sentence: `A drop at ${d.count}.`, why: TEACHER }),
  dip: (d) => ({ sentence: `A dip at ${d.count}.`, why: TEACHER }),
  'head-back': (d) => ({
    sentence: `The head goes back at ${d.count}.`,
    why: 'Long neck, slowly, never thrown; stop at pain or when dizzy, and see a clinician with a neck injury.',
  }),
  'head-quick': (d) => ({
    sentence: `The head is snapped at ${d.count}.`,
    why: 'Let it follow the body; no whipping, and only with a teacher’s instruction.',
  }),
  'bend-back': (d) => ({
    sentence: `Bent back at ${d.count}.`,
    why: 'From the upper back, knees soft, warmed up; stop at pain, and see a clinician with a back injury or in pregnancy.',
  }),
  twist: (d) => ({
    sentence: `The upper body is turned far against the hips at ${d.count}.`,
    why: 'Only as far as it is easy, warmed up.',
  }),
  lean: (d) => ({
    sentence: `A lean at ${d.count}.`,
    why: 'Each keeps their own balance; agree on it first, and look at the floor.',
  }),
};

/** What a finding says. @example findingText(finding).sentence */
export function findingText(f: Finding): Wording {
  if (!f.inner) return FINDINGS[f.code](f.details);
  const inner = findingText(f.inner);
  return FINDINGS[f.code]({ ...f.details, says: inner.sentence, why: inner.why });
}

const size = (d: D): string => [d.size, d.direction].filter(Boolean).join(' ');

const REMEDIES: Record<RemedyCode, (d: D) => string> = {
  'leave-foot-out': (d) => `Let the feet alternate from ${d.count}`,
  'other-foot': (d) => `Use ${d.foot} at ${d.count}`,
  'make-hop': (d) => `Hop at ${d.count}`,
  'add-step': (d) => `Add a step at ${d.count}`,
  move: (d) => `Move ${d.count} to ${d.to}`,
  remove: (d) => `Take ${d.count} out`,
  'touch-instead': (d) => `Touch at ${d.count}`,
  'hold-instead': (d) => `Hold at ${d.count}`,
  'step-instead': (d) => `Step at ${d.count}`,
  'fill-hold': (d) => `Hold from ${d.count}`,
  'fill-steps': (d) => `Step in place from ${d.count}`,
  'cut-end': (d) => `End both at ${d.count}`,
  'mirror-partner': () => 'Start from the partner’s steps',
  'declare-same-foot': (d) => `I want it like this: counts ${d.from} to ${d.to}`,
  'declare-own-timing': (d) => `I want it like this: counts ${d.from} to ${d.to}`,
  'declare-end-foot': (d) =>
    d.other
      ? `I want it like this: end with ${d.foot} and ${d.other} free`
      : `I want it like this: end with ${d.foot} free`,
  'declare-formation': (d) => `I want it like this: end ${formation(d)}`,
  'keep-foot': (d) => `Keep ${d.foot} at ${d.count}`,
  'reverse-turn': (d) => `Turn the other way at ${d.count}`,
  'mend-turn': (d) =>
    d.amount === 'none' ? `No turn at ${d.count}` : `Turn ${d.amount} ${d.side} at ${d.count}`,
  slower: (d) => `At most ${d.bpm} a minute`,
  'spread-turn': (d) => `Spread over ${d.count} and ${d.to}`,
  'less-turn': (d) => `One turn fewer at ${d.count}`,
  'raise-level': (d) => `Call it ${String(d.level).toLowerCase()}`,
  'repeat-times': (d) => `Dance ${d.from === d.to ? d.from : `${d.from}–${d.to}`} ${d.times} times`,
  'say-side': (d) => `The leader is off the slot to the ${d.side} at ${d.count}`,
  'declare-hold': () => 'Any hold may end it',
  'declare-heading': () => 'I want it like this: end facing so',
  'step-aside': (d) => `Step ${size(d)} at ${d.count}`,
  resize: (d) => `Step ${size(d)} at ${d.count}`,
  'add-count': (d) => `Hold ${d.n} more for both`,
  'raise-hand': (d) => `Raise the ${d.hand} at ${d.count}, until ${d.to}`,
  'release-hand': (d) => `Let go ${d.hand} at ${d.count}`,
  'change-hands': (d) => `Change to ${d.hands} at ${d.count}`,
  'take-hands': (d) => `Take ${d.hands} at ${d.count}`,
  'reverse-turns': (d) => `Turn the other way from ${d.count}`,
  'no-turn': (d) => `No turn at ${d.count}`,
  'say-change': (d) => `Make it a change of hands at ${d.count}`,
  'take-words-out': (d) => `Take out what is said at ${d.count}`,
  'move-words': (d) => `Move it from ${d.count} to ${d.to}`,
  'open-grip': (d) => `${String(d.hand)} hand ${d.grip} at ${d.count}`,
  'note-caution': () => 'Write the caution on the figure',
  'let-go-and-catch': (d) => `Let go ${d.hand} at ${d.count}, catch at ${d.to}`,
  'add-lead': (d) => `Lead it at ${d.count}`,
  'add-stop': (d) => `“${d.words}” at ${d.count}`,
};

const ROLE = { leader: 'leader', follower: 'follower' } as const;

/** What a mend does, in a few words. @example remedyText(fix) // 'Use R at 3 (leader)' */
export const remedyText = (r: Remedy, inRole?: string): string => {
  const text = REMEDIES[r.code](r.details);
  return r.role && r.role !== inRole ? `${text} (${ROLE[r.role]})` : text;
};
