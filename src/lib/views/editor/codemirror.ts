import { autocompletion, closeCompletion, completionStatus } from '@codemirror/autocomplete';
import { defaultKeymap } from '@codemirror/commands';
import { Annotation, EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder, tooltips } from '@codemirror/view';
import type { Span } from '$lib/core/base';
import { difference } from '$lib/core/figure';
import { complete, listKeys, type Fits } from './complete';
import { page, setDoubts } from './page';

/** Marks changes that come from the document, not from the keyboard. */
const fromOutside = Annotation.define<boolean>();

/** Where the caret is, and whether a line is being written there. */
export interface Caret {
  readonly at: number;
  /** It stands behind everything on its line. */
  readonly atEnd: boolean;
  readonly focused: boolean;
  /** A key has just changed the text. */
  readonly typed: boolean;
}

export interface EditorHooks {
  readonly change: (text: string) => void;
  readonly caret: (caret: Caret) => void;
  readonly fits: Fits;
  /** A breakdown that may be written otherwise is pasted; true takes it. */
  readonly brought: (text: string) => boolean;
  /** Lines have other places on the page. */
  readonly moved: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly notes: () => void;
  readonly leave: () => void;
}

export interface NotationEditor {
  readonly setText: (text: string) => void;
  readonly setDoubts: (spans: readonly Span[]) => void;
  /** The top of the line a place of the text stands on, and its height, px from the top of the page. */
  readonly lineAt: (at: number) => { readonly top: number; readonly height: number };
  readonly scroller: HTMLElement;
  readonly show: (at: number) => void;
  /** Writes at the caret as if typed, and leaves the caret behind it. */
  readonly write: (text: string) => void;
  readonly destroy: () => void;
}

/** Puts an editor into `parent`. Undo is the document's own, shared with rail and floor. */
export function createEditor(parent: HTMLElement, text: string, hooks: EditorHooks): NotationEditor {
  const run = (f: () => void) => () => (f(), true);
  /** What was taken from this page is put back as it is. */
  let own = '';
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: text,
      extensions: [
        keymap.of([
          { key: 'Mod-z', run: run(hooks.undo), preventDefault: true },
          { key: 'Mod-Shift-z', run: run(hooks.redo), preventDefault: true },
          { key: 'Mod-y', run: run(hooks.redo), preventDefault: true },
          ...listKeys,
          { key: 'Mod-.', run: run(hooks.notes) },
          { key: 'Escape', run: run(hooks.leave) },
          ...defaultKeymap,
        ]),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({
          'aria-label': 'Breakdown, a line each',
          spellcheck: 'false',
          autocapitalize: 'off',
          tabindex: '0',
        }),
        page,
        tooltips({ parent: document.body }),
        autocompletion({
          override: [(context) => complete(context, hooks.fits)],
          defaultKeymap: false,
          selectOnOpen: false,
          icons: false,
          maxRenderedOptions: 16,
          activateOnTypingDelay: 150,
          interactionDelay: 0,
        }),
        placeholder('leader 1 back 2 close 3 triple …'),
        EditorView.domEventHandlers({
          copy: () => void (own = selected()),
          cut: () => void (own = selected()),
          paste: (e) => {
            const brought = e.clipboardData?.getData('text/plain') ?? '';
            if (brought === '' || brought.trim() === own.trim() || !hooks.brought(brought)) return false;
            e.preventDefault();
            return true;
          },
        }),
        EditorView.updateListener.of((u) => {
          const typed = u.docChanged && !u.transactions.some((t) => t.annotation(fromOutside));
          if (typed) hooks.change(u.state.doc.toString());
          if (u.docChanged || u.selectionSet || u.focusChanged)
            hooks.caret(caretOf(u.state, u.view.hasFocus, typed));
          if (u.geometryChanged) hooks.moved();
        }),
      ],
    }),
  });
  function selected(): string {
    const { from, to } = view.state.selection.main;
    return view.state.sliceDoc(from, to);
  }
  return {
    setText(next) {
      const change = difference(view.state.doc.toString(), next);
      if (!change) return;
      const { head } = view.state.selection.main;
      const written = view.hasFocus && caretOf(view.state, true, false).atEnd;
      view.dispatch({ changes: change, annotations: fromOutside.of(true) });
      // What is put at the end of the line that is written goes before the caret: writing goes on behind it.
      if (!written) return;
      const line = view.state.doc.lineAt(Math.min(head, view.state.doc.length));
      view.dispatch({ selection: { anchor: line.to }, annotations: fromOutside.of(true) });
    },
    setDoubts: (spans) => view.dispatch({ effects: setDoubts.of(spans) }),
    lineAt(at) {
      const { top, height } = view.lineBlockAt(Math.min(at, view.state.doc.length));
      return { top: top + view.documentPadding.top, height };
    },
    scroller: view.scrollDOM,
    show(at) {
      view.focus();
      view.dispatch({ selection: { anchor: Math.min(at, view.state.doc.length) }, scrollIntoView: true });
    },
    write(words) {
      const { from, to } = view.state.selection.main;
      if (completionStatus(view.state)) closeCompletion(view);
      view.dispatch({
        changes: { from, to, insert: words },
        selection: { anchor: from + words.length },
        userEvent: 'input.type',
        scrollIntoView: true,
      });
      view.focus();
    },
    destroy: () => view.destroy(),
  };
}

function caretOf(state: EditorState, focused: boolean, typed: boolean): Caret {
  const { head } = state.selection.main;
  const line = state.doc.lineAt(head);
  return { at: head, atEnd: state.sliceDoc(head, line.to).trim() === '', focused, typed };
}
