import { jsonSchemaOf } from '$lib/core/codecs';
import { KIND_IDS, formOf, kindOf } from '$lib/core/library';
import type { RequestHandler } from './$types';

/** The JSON Schema of the file of any kind, made from the types that read it. */
export const GET: RequestHandler = ({ params }) => {
  const kind = KIND_IDS.find((id) => kindOf(id).table === params.table);
  if (!kind)
    return Response.json(
      { error: { at: 'the address', message: `There is no kind of file “${params.table}”.` } },
      { status: 404 },
    );
  return new Response(JSON.stringify(jsonSchemaOf(formOf(kind).schema), null, 2), {
    headers: { 'Content-Type': 'application/schema+json', 'Cache-Control': 'public, max-age=3600' },
  });
};
