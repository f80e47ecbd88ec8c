export { SOLE } from '$lib/core/scene';
