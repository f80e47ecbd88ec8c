export function body(seed: number, good: string): [string, string | Uint8Array];
