import type { CallBackOutcome, FollowUp, FollowUpQuestion } from '@upholder/core/handover';

export const FOLLOW_UP_WORDS: Record<FollowUp, string> = {
  cured: 'When the finish has cured',
  year: 'After a year',
};

export const QUESTION_WORDS: Record<FollowUpQuestion, string> = {
  soft: 'Soft spots',
  chips: 'Chips',
  cracks: 'Cracks',
};

export const ANSWER_WORDS = { no: 'no', yes: 'yes', 'not-seen': 'not looked at' } as const;

export const OUTCOME_WORDS: Record<CallBackOutcome, string> = {
  repaired: 'Repaired',
  replaced: 'Replaced',
  advised: 'Advice given',
  accepted: 'Accepted as it is',
  'not-ours': 'Not our work',
};
