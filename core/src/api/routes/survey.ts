import { DecisionSchema, NewDecisionSchema } from '../../jobs/index.ts';
import { SurveyChangeSchema, ZoneRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const surveyRoutes = {
  answerSurvey: route(PATHS.answerSurvey, {
    summary: 'Answer questions of the survey; null takes an answer back. The rest stays as it is',
    params: uuidParams('zoneId'),
    body: SurveyChangeSchema,
    response: ZoneRowSchema,
  }),

  addDecision: route(PATHS.addDecision, {
    summary: 'Take on a caution, or record why a system was chosen; repeating the call writes once',
    params: uuidParams('jobId'),
    body: NewDecisionSchema,
    response: DecisionSchema,
    status: 201,
  }),
};
