import { CALL } from './call.ts';
import { CARE } from './care.ts';
import { DRY } from './dry.ts';
import { ERRORS } from './errors.ts';
import { FIELDS } from './fields.ts';
import { FILE } from './file.ts';
import { HANDOVER } from './handover.ts';
import { INSPECT } from './inspect.ts';
import { JOB } from './job.ts';
import { MAP } from './map.ts';
import { MIX } from './mix.ts';
import { PIECE } from './piece.ts';
import { PLAN } from './plan.ts';
import { PRICE } from './price.ts';
import { REFUSAL } from './refusal.ts';
import { RULE } from './rule.ts';
import { SHEET } from './sheet.ts';
import { SHOP } from './shop.ts';
import { SHOPPING } from './shopping.ts';
import { STEP } from './step.ts';
import { SURVEY } from './survey.ts';
import { TRACK } from './track.ts';
import { UNIT } from './unit.ts';

/** Every sentence that a page can do without until it has shown the jobs. Whoever speaks is taught them: `teach(REST)`. */
export const REST = {
  ...CALL,
  ...CARE,
  ...DRY,
  ...ERRORS,
  ...FIELDS,
  ...FILE,
  ...HANDOVER,
  ...INSPECT,
  ...JOB,
  ...MAP,
  ...MIX,
  ...PIECE,
  ...PLAN,
  ...PRICE,
  ...REFUSAL,
  ...RULE,
  ...SHEET,
  ...SHOP,
  ...SHOPPING,
  ...STEP,
  ...SURVEY,
  ...TRACK,
  ...UNIT,
};
