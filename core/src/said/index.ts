export { type Code, said, sentenceOf, teach } from './catalogue.ts';
export {
  encodeQuantity,
  isSaid,
  type Params,
  type Part,
  partsOf,
  regional,
  saidDate,
  saidMoment,
} from './encode.ts';
export type { FieldCode } from './fields.ts';
export { form, plural } from './plural.ts';
