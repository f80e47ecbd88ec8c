import type { RequestHandler } from './$types';
import { composeRequest } from '$lib/server/compose';

export const POST: RequestHandler = ({ request }) => composeRequest(request);
