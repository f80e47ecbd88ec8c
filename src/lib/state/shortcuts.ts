/** Every keyboard shortcut, for the sheet and the palette. `Mod` is Ctrl, or Command on a Mac. */
export interface Shortcut {
  readonly keys: string;
  readonly does: string;
  readonly where:
    | 'everywhere'
    | 'arms'
    | 'figure desk'
    | 'a step on the rail'
    | 'the text'
    | 'combination board'
    | 'a part on the board';
}

export const SHORTCUTS: readonly Shortcut[] = [
  { keys: 'Mod+K', does: 'Find a figure or a command', where: 'everywhere' },
  { keys: '?', does: 'This sheet', where: 'everywhere' },
  { keys: 'Mod+Z', does: 'Back to the hold before', where: 'arms' },
  { keys: 'Mod+Shift+Z', does: 'Forward again', where: 'arms' },
  { keys: 'Space', does: 'Play or pause', where: 'figure desk' },
  { keys: '← →', does: 'Previous or next count', where: 'figure desk' },
  { keys: 'Home', does: 'Back to count 1', where: 'figure desk' },
  { keys: '[ ]', does: 'Slower or faster', where: 'figure desk' },
  { keys: 'O', does: 'Loop the unit under the playhead', where: 'figure desk' },
  { keys: 'V', does: 'Next viewpoint', where: 'figure desk' },
  { keys: 'M', does: 'Mirror the floor', where: 'figure desk' },
  { keys: 'L / F / B', does: 'Leader only, follower only, both', where: 'figure desk' },
  { keys: 'E', does: 'To the text', where: 'figure desk' },
  { keys: 'R', does: 'To the rail', where: 'figure desk' },
  { keys: 'W', does: 'What can be varied', where: 'figure desk' },
  { keys: 'X', does: 'Apply the first fix', where: 'figure desk' },
  { keys: 'Mod+.', does: 'To the list of what is wrong, with fixes', where: 'figure desk' },
  { keys: 'F8', does: 'Show the next thing that is wrong', where: 'figure desk' },
  { keys: 'Mod+Z', does: 'Undo', where: 'figure desk' },
  { keys: 'Mod+Shift+Z', does: 'Redo', where: 'figure desk' },
  { keys: '← → ↑ ↓', does: 'Next step, other role', where: 'a step on the rail' },
  { keys: 'Alt+← Alt+→', does: 'Move the step to the count before or after', where: 'a step on the rail' },
  { keys: 'Shift+L / Shift+R', does: 'Use that foot', where: 'a step on the rail' },
  { keys: '+', does: 'Add a step after', where: 'a step on the rail' },
  { keys: 'Delete', does: 'Take the step out', where: 'a step on the rail' },
  { keys: 'Escape', does: 'Choose nothing', where: 'a step on the rail' },
  { keys: 'Escape', does: 'Leave the text for the rail', where: 'the text' },
  { keys: 'Space', does: 'Play or pause', where: 'combination board' },
  { keys: '← →', does: 'Previous or next beat', where: 'combination board' },
  { keys: '[ ]', does: 'Slower or faster', where: 'combination board' },
  { keys: 'C', does: 'Straight eights, or from each figure’s 1', where: 'combination board' },
  { keys: '0 1 2 3', does: 'As written, or a layer', where: 'combination board' },
  { keys: 'G', does: 'To the next joint that does not fit', where: 'combination board' },
  { keys: 'X', does: 'Apply the first mend', where: 'combination board' },
  { keys: 'N', does: 'Compose', where: 'combination board' },
  { keys: 'R', does: 'To the parts', where: 'combination board' },
  { keys: 'Mod+Z', does: 'Undo', where: 'combination board' },
  { keys: 'Mod+Shift+Z', does: 'Redo', where: 'combination board' },
  { keys: '← →', does: 'Previous or next part', where: 'a part on the board' },
  { keys: 'Alt+← Alt+→', does: 'Move the part', where: 'a part on the board' },
  { keys: '+ −', does: 'Dance it more often, less often', where: 'a part on the board' },
  { keys: 'D', does: 'Duplicate', where: 'a part on the board' },
  { keys: 'J', does: 'The joint before it', where: 'a part on the board' },
  { keys: 'Delete', does: 'Take it out', where: 'a part on the board' },
];

/** True where letters and arrows belong to what has the focus. */
export const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName));
