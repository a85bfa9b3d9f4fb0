export { type Code, said, sentenceOf } from './catalogue.ts';
export { encodeQuantity, isSaid, type Params, type Part, partsOf } from './encode.ts';
export type { FieldCode } from './fields.ts';
export { form, plural } from './plural.ts';
