export * from './layers';
export * from './likeness';
export * from './parts';
export { FIELDS, signatureOf, type Signature } from './signature';
export * from './tree';
