import type { Handle } from '@sveltejs/kit';

/** Headers every answer carries; the content security policy itself is in svelte.config.js. */
const HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(self), geolocation=(), payment=()',
  'X-Frame-Options': 'DENY',
};

/** A page of another site asks; programs that are no browser name no origin. */
const fromElsewhere = (request: Request, url: URL): boolean => {
  const origin = request.headers.get('origin');
  return request.method !== 'GET' && request.method !== 'HEAD' && origin !== null && origin !== url.origin;
};

export const handle: Handle = async ({ event, resolve }) => {
  const response = fromElsewhere(event.request, event.url)
    ? Response.json(
        { error: { at: 'Origin', message: 'Only pages of this application may send this.' } },
        { status: 403 },
      )
    : await resolve(event);
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
  return response;
};
