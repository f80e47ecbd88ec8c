import type { RequestHandler } from './$types';
import { combinationJsonSchema } from '$lib/core/codecs';

/** The JSON Schema of the combination file, made from the types that read it. */
export const GET: RequestHandler = () =>
  new Response(JSON.stringify(combinationJsonSchema(), null, 2), {
    headers: { 'Content-Type': 'application/schema+json', 'Cache-Control': 'public, max-age=3600' },
  });
