/** The source of the thread that computes on the server; see vite.config.ts. */
declare module 'virtual:server-thread' {
  const source: string;
  export default source;
}
