import type { RequestHandler } from './$types';
import { analyseRequest } from '$lib/server/analyse';

export const POST: RequestHandler = ({ request }) => analyseRequest(request);
