import type { ShopContext } from '@upholder/core/api';
import {
  SKILL_WORDS,
  SKILLS,
  type Skill,
  WEEKDAYS,
  type Week,
  WeekSchema,
  workingCrew,
} from '@upholder/core/shop';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Card, Field, TextInput } from '../../parts/controls.tsx';
import { DaysInput } from '../../parts/DateField.tsx';
import { DAY_NAMES, understoodHours, weekFromText, weekToText } from './hours.ts';

/** Hours of somebody who does not keep the shop's, a day a field. */
function OwnHours({
  member: { id, name, week },
  shop,
}: {
  member: { id: string; name: string; week: Week | null };
  shop: ShopContext;
}) {
  const [save] = upholder.useSetWeekMutation();
  const [drafts, setDrafts] = useState<Record<string, string>>({});
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [isOwn, setOwn] = useState(week !== null);
  const texts = { ...weekToText(week ?? shop.settings.week), ...drafts };
  async function keep(wanted: Record<string, string> | null): Promise<void> {
    const parsed = wanted === null ? null : WeekSchema.safeParse(weekFromText(wanted));
    if (parsed && !parsed.success) {
      setErrors(
        Object.fromEntries(parsed.error.issues.map(({ path, message }) => [String(path[0]), message])),
      );
      return;
    }
    const outcome = await save({ memberId: id, week: parsed ? parsed.data : null });
    setErrors('error' in outcome ? { all: refusalOf(outcome.error).message } : {});
    if (!('error' in outcome)) setDrafts({});
  }
  return (
    <>
      <label className="mt-1 flex press-h-9 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-[var(--act)]"
          checked={isOwn}
          onChange={({ target }) => {
            setOwn(target.checked);
            void keep(target.checked ? texts : null);
          }}
        />
        personal hours
      </label>
      {errors.all && <p className="text-stop">{errors.all}</p>}
      {isOwn && (
        <div className="grid grid-cols-2 gap-x-3 gap-y-2">
          {WEEKDAYS.map((day) => (
            <Field
              key={day}
              label={`${name}: ${DAY_NAMES[day]}`}
              error={errors[day]}
              hint={understoodHours(texts[day] ?? '')}
            >
              {(ids) => (
                <TextInput
                  {...ids}
                  className="text-small"
                  placeholder="off"
                  value={texts[day] ?? ''}
                  onChange={({ target }) => setDrafts({ ...drafts, [day]: target.value })}
                  onBlur={() => void keep(texts)}
                />
              )}
            </Field>
          ))}
        </div>
      )}
    </>
  );
}

/** Who works here, what they may be given to do, and when. */
export function Crew({ shop }: { shop: ShopContext }) {
  const [save] = upholder.useSetDaysOffMutation();
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [saveSkills] = upholder.useSetSkillsMutation();
  // What was just pressed counts at once; the server may take its time.
  const [pressed, setPressed] = useState<Record<string, readonly Skill[]>>({});
  async function off(memberId: string, daysOff: string[]): Promise<void> {
    const outcome = await save({ memberId, daysOff });
    setErrors({ ...errors, [memberId]: 'error' in outcome ? refusalOf(outcome.error).message : '' });
  }
  async function allow(memberId: string, known: readonly Skill[], skill: Skill): Promise<void> {
    const skills = SKILLS.filter((one) => (one === skill ? !known.includes(one) : known.includes(one)));
    setPressed((all) => ({ ...all, [memberId]: skills }));
    const outcome = await saveSkills({ memberId, skills });
    if ('error' in outcome) setPressed(({ [memberId]: _refused, ...others }) => others);
    setErrors({ ...errors, [memberId]: 'error' in outcome ? refusalOf(outcome.error).message : '' });
  }
  return (
    <Card className="p-5">
      <h2>Crew and skills</h2>
      {workingCrew(shop.crew).map(({ id, name, daysOff, week, skills: known = SKILLS }) => {
        const skills = pressed[id] ?? known;
        return (
          <fieldset key={id} className="mt-3">
            <legend className="font-semibold">{name}</legend>
            <div className="flex flex-wrap gap-x-5">
              {SKILLS.map((skill) => (
                <label key={skill} className="flex press-h-9 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 accent-[var(--act)]"
                    checked={skills.includes(skill)}
                    onChange={() => void allow(id, skills, skill)}
                  />
                  {SKILL_WORDS[skill]}
                </label>
              ))}
            </div>
            <p className="label mt-1 mb-1">Days off</p>
            <DaysInput name={`${name}: days off`} days={daysOff} onDays={(days) => void off(id, days)} />
            {errors[id] && (
              <p role="alert" className="font-semibold text-small text-stop">
                {errors[id]}
              </p>
            )}
            <OwnHours member={{ id, name, week: week ?? null }} shop={shop} />
          </fieldset>
        );
      })}
    </Card>
  );
}
