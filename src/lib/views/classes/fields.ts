type Changed = Event & { currentTarget: HTMLInputElement };

/** The number of a field, where it is one and within its limits. */
export function numberFrom({ currentTarget: input }: Changed, use: (n: number) => unknown): void {
  if (input.validity.valid && input.value !== '') use(input.valueAsNumber);
}
/** The same of a field that may be empty. */
export function numberOrNone(e: Changed, use: (n: number | undefined) => unknown): void {
  if (e.currentTarget.value === '') use(undefined);
  else numberFrom(e, use);
}
