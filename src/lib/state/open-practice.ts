import { nanoid } from 'nanoid';
import { untrack } from 'svelte';
import type { Practice } from '$lib/core/practice/playlist';
import { practiceShelf, type OpenedPractice } from '$lib/storage';
import { OpenDocument } from './opening.svelte';
import { PracticeDesk } from './practice-desk.svelte';

export type OpenPractice = OpenDocument<'practice', Practice, OpenedPractice, PracticeDesk>;
export const openPractice = (id: string): OpenPractice =>
  untrack(
    () =>
      new OpenDocument(id, {
        shelf: practiceShelf,
        model: (p) => Promise.resolve(new PracticeDesk(p, () => nanoid(10))),
        onchange: (desk, save) => (desk.onchange = save),
        replace: (desk, p) => desk.replace(p),
        opened: () => {},
      }),
  );
