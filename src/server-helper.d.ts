/** The source of the helper that computes on the server; see vite.config.ts. */
declare module 'virtual:server-helper' {
  const source: string;
  export default source;
}
