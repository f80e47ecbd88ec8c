import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';

/** What is being dragged: a part of the board, or a figure of the library. */
export type Dragged =
  { readonly type: 'part'; readonly part: number } | { readonly type: 'figure'; readonly id: string };

const KEY = 'brisk-partner';
const read = (data: Record<string | symbol, unknown>): Dragged | undefined =>
  data[KEY] as Dragged | undefined;

/** An attachment that lets an element be dragged. */
export const dragged = (what: () => Dragged) => (element: HTMLElement) =>
  draggable({ element, getInitialData: () => ({ [KEY]: what() }) });

export interface Over {
  readonly clientX: number;
  readonly clientY: number;
}

/** An attachment that takes what is dropped on it. `over` follows the pointer and ends with undefined. */
export const takesDrops =
  (over: (at: Over | undefined) => void, drop: (what: Dragged, at: Over) => void) => (element: HTMLElement) =>
    dropTargetForElements({
      element,
      canDrop: ({ source }) => read(source.data) !== undefined,
      onDrag: ({ location }) => over(location.current.input),
      onDragLeave: () => over(undefined),
      onDrop: ({ source, location }) => {
        over(undefined);
        const what = read(source.data);
        if (what) drop(what, location.current.input);
      },
    });
