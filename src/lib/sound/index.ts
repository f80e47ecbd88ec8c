export * from './instruments';
export * from './performer';
export * from './speaker';
export * from './speakers';
