/** A pulse the browser does not slow down when the page is not looked at. */
const EVERY = 40;
setInterval(() => postMessage(0), EVERY);
