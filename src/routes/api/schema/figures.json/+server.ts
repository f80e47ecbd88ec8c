import type { RequestHandler } from './$types';
import { fileJsonSchema } from '$lib/core/codecs';

/** The JSON Schema of the figure file, made from the types that read it. */
export const GET: RequestHandler = () =>
  new Response(JSON.stringify(fileJsonSchema(), null, 2), {
    headers: { 'Content-Type': 'application/schema+json', 'Cache-Control': 'public, max-age=3600' },
  });
