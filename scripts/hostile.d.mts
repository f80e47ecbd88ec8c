export const ODD_REQUESTS: readonly [string, number[]][];
export function told(at: URL, written: string, milliseconds?: number): Promise<string>;
export function statusOf(words: string): number;
export function oddRequests(base: string): Promise<[string, number][]>;
export function idleConnections(base: string, count: number): Promise<{ close: () => void }>;
export function serverWithFiles(
  files: number,
  port: number,
): Promise<{ base: string; lives: () => boolean; close: () => void }>;
export function pictures(base: string, count: number): Promise<number[]>;
