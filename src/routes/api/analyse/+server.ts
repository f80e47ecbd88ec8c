import type { RequestHandler } from './$types';
import { handle } from '$lib/server/handle';

export const POST: RequestHandler = ({ request }) => handle(request, 'analyse');
