export * from './written';
