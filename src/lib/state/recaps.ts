import type { ClassPlan, Entry, Recap } from '$lib/core/classes';
import { create, loadDoc, type Database } from '$lib/storage';

/** Makes a recap of a class as it is planned or as it was held, and gives its id; undefined where it cannot be stored. */
export async function makeRecap(
  db: Database,
  from: { readonly plan?: ClassPlan; readonly entry?: Entry },
  makeId: () => string,
): Promise<string | undefined> {
  const { entry } = from;
  const plan =
    from.plan ?? (entry?.class === undefined ? undefined : await loadDoc(db, 'class', entry.class));
  const taught = entry?.taught.map((t) => t.what) ?? [];
  const figures = [
    ...new Set([...taught.filter((t) => t.type === 'figure').map((t) => t.id), ...(plan?.aim.figures ?? [])]),
  ].slice(0, 24);
  const combination = taught.find((t) => t.type === 'combination')?.id ?? plan?.aim.combination;
  const group = entry?.group ?? plan?.group;
  const recap: Recap = {
    id: makeId(),
    name: entry?.name ?? plan?.name ?? 'Recap',
    ...(plan ? { class: plan.id } : {}),
    ...(entry ? { entry: entry.id } : {}),
    ...(group === undefined ? {} : { group }),
    for: 'students',
    figures,
    ...(combination === undefined ? {} : { combination }),
    greeting: '',
    practise: '',
    paper: 'A4',
  };
  const saved = await create(db, 'recap', recap, Date.now());
  return saved.ok ? recap.id : undefined;
}
