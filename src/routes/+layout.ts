/** Data lives in the browser: pages are drawn there. */
export const ssr = false;
