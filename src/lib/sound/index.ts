export * from './instruments';
export * from './performer';
