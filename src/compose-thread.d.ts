/** The source of the composing thread; see vite.config.ts. */
declare module 'virtual:compose-thread' {
  const source: string;
  export default source;
}
