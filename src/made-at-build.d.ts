/** The source of the helper that computes on the server; see vite.config.ts. */
declare module 'virtual:server-helper' {
  const source: string;
  export default source;
}
declare module '*.md?html' {
  const html: string;
  export default html;
}
