import {
  DIRECTIONS,
  FOOTWORK,
  KINDS,
  LANE_WORDS,
  STEP_STYLES,
  UNITS,
  type Meaning,
} from '$lib/core/vocabulary';

/** What a word does, in a few words. */
export const says = (m: Meaning): string => {
  switch (m.type) {
    case 'kind':
      return KINDS[m.kind].says;
    case 'direction':
      return DIRECTIONS[m.direction].says;
    case 'size':
      return 'size of the step';
    case 'footwork':
      return `lands: ${FOOTWORK[m.footwork].says}`;
    case 'unit':
      return `${UNITS[m.unit].says} (${UNITS[m.unit].beats} beats)`;
    case 'lane':
      return LANE_WORDS[m.lane].says;
    case 'style':
      return STEP_STYLES[m.style].says;
    case 'rock':
      return 'a step away; the next one brings the weight back';
    case 'lock':
      return 'hooked close behind, or in front after a step back';
    case 'any-length':
      return 'held as long as the dancers like';
    case 'then':
      return 'a pivot after placing, such as then r1/2';
  }
};
