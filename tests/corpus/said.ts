/**
 * Breakdowns as they are called, word by word, our own, invented, and what is written for them; words in square brackets
 * are to be marked. Source: common practice. The second half was not looked at while the reader was written.
 */
export const said: readonly (readonly [heard: string, lines: string])[] = [
  ['one back two close three triple', 'leader 1 back 2 close 3 triple'],
  [
    'leader one back two close follower one forward two forward',
    'leader 1 back 2 close\nfollower 1 fwd 2 fwd',
  ],
  ['one back [to] close', 'leader 1 back 2 close'],
  ['one back two close three back [for] close', 'leader 1 back 2 close 3 back 4 close'],
  ['one side and close two side', 'leader 1 side & close 2 side'],
  ['one rock two step three and four triple step', 'leader 1 back 2 replace 3 triple'],
  ['hands one left to right low three raise left', 'hands 1 left to right low 3 raise left'],
  ['one back two [bananas]', 'leader 1 back 2 bananas'],
];
export const saidHeld: readonly (readonly [heard: string, lines: string])[] = [
  ['follow one back two replace three close', 'follower 1 back 2 replace 3 close'],
  ['[won] forward [too] replace three close', 'leader 1 fwd 2 replace 3 close'],
  ['five half turn right six back', 'leader 5 step r1/2 6 back'],
  ['five left foot forward six right foot side', 'leader 5 L fwd 6 R side'],
  [
    'leader five triple seven anchor calls one walk two walk',
    'leader 5 triple 7 anchor\ncalls 1 walk 2 walk',
  ],
  ['one side two together three side [fore] touch', 'leader 1 side 2 close 3 side 4 touch'],
  [
    'leader one back hands one two hands low follower one forward',
    'leader 1 back\nfollower 1 fwd\nhands 1 two hands low',
  ],
];
