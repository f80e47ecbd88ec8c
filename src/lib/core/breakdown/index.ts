export * from './written';
export * from './spoken';
export { default as SAID } from './said.json';
export { default as SAID_TIMES } from './said-times.json';
