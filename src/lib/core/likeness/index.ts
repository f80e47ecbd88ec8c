export * from './layers';
export * from './likeness';
export { FIELDS, signatureOf, type Signature } from './signature';
export * from './tree';
