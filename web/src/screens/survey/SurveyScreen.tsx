import type { SurveyChange } from '@upholder/core/api';
import { regional } from '@upholder/core/said';
import { useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { NoZone } from '../../job/NoZone.tsx';
import { answerOf, progressOf, type QuestionKey, SECTIONS } from '../../job/questions.ts';
import { type JobInShop, useJobContext } from '../../job/useJobContext.ts';
import { ZoneTabs } from '../../job/ZoneTabs.tsx';
import { Notice } from '../../parts/controls.tsx';
import { PhotoStrip } from '../../parts/PhotoStrip.tsx';
import { SavedClock } from '../../parts/SavedClock.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';
import { AgreedSample } from './AgreedSample.tsx';
import { ColourChange } from './ColourChange.tsx';
import { CopyAnswers } from './CopyAnswers.tsx';
import { Follows } from './Follows.tsx';
import { focusNextGroup, QuestionRow } from './QuestionRow.tsx';
import { RoomDays } from './RoomDays.tsx';
import { Treatments } from './Treatments.tsx';
import { useAnswers, useFindings } from './useSurvey.ts';

function ZoneSurvey({ detail, shop, zoneId }: JobInShop & { zoneId: string }) {
  const served = detail.zones.find(({ id }) => id === zoneId);
  if (!served) throw new Error(`the job has no zone ${zoneId}`);
  const { zone, change, refusal, savedAt, history } = useAnswers(detail, served);
  const findings = useFindings(detail, zone, shop);
  const onColour = (which: 'oldColour' | 'newColour', hex: string) => void change({ [which]: hex });
  const { answered, asked } = progressOf(zone);
  // An answer may bring a question of its own, so the next one is looked up once the answer shows.
  const goOn = useRef<{ from: HTMLElement; key: QuestionKey; value: unknown } | null>(null);
  useEffect(() => {
    const { current } = goOn;
    if (!current || answerOf(zone, current.key) !== (current.value ?? undefined)) return;
    goOn.current = null;
    focusNextGroup(current.from);
  }, [zone]);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_21rem] items-start gap-4 max-md:grid-cols-1">
      <div className="bg-sheet">
        <div className="flex items-baseline gap-3 border-line border-b px-4 py-2">
          <p className="flex-1">
            <span className="quantity">{answered}</span> of <span className="quantity">{asked}</span> answered
            {answered < asked && (
              <span className="text-quiet">; open questions are underlined and widen the ranking</span>
            )}
          </p>
          <SavedClock at={savedAt} timeZone={shop.timeZone} />
          <UndoButtons history={history} />
        </div>
        {refusal && <Notice kind="stop">{refusal.message}</Notice>}
        <CopyAnswers zone={zone} zones={detail.zones} onCopy={(copied) => void change(copied)} />
        {SECTIONS.map((section, index) => (
          <section
            key={section.key}
            id={section.key}
            aria-label={section.title}
            className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-4 gap-y-2 border-line border-b px-4 py-3 max-md:grid-cols-1 max-md:px-3"
          >
            <div className="flex flex-col gap-2">
              <h2 className="leading-tight">
                <span className="mr-1.5 font-normal text-quiet">{index + 1}</span>
                {section.title}
              </h2>
              <PhotoStrip
                detail={detail}
                zoneId={zone.id}
                topic={section.key}
                title={section.title}
                onColour={onColour}
              />
            </div>
            <div>
              {section.questions
                .filter((question) => question.stepAppliesTo?.(zone) ?? true)
                .map((question) => (
                  <QuestionRow
                    key={question.key}
                    zone={zone}
                    question={question}
                    onAnswer={(value, from) => {
                      goOn.current = from ? { from, key: question.key, value } : null;
                      void change(
                        (question.key === 'substrate'
                          ? { substrate: value }
                          : { answers: { [question.key]: value } }) as SurveyChange,
                      );
                    }}
                  />
                ))}
              {section.key === 'colour' && (
                <ColourChange key={zone.id} zone={zone} shop={shop} onColour={onColour} />
              )}
              {section.key === 'use' && (
                <RoomDays
                  key={zone.id}
                  days={zone.survey.roomOutDays}
                  onChange={(roomOutDays) => void change({ answers: { roomOutDays } })}
                />
              )}
              {section.key === 'look' && (
                <AgreedSample
                  key={zone.id}
                  zone={zone}
                  shop={shop}
                  onChange={(sample) => change({ answers: { sample } })}
                />
              )}
            </div>
          </section>
        ))}
        <section
          aria-label="Verdict"
          className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-4 gap-y-2 px-4 py-3 max-md:grid-cols-1 max-md:px-3"
        >
          <h2>
            <span className="mr-1.5 font-normal text-quiet">{SECTIONS.length + 1}</span>Treatment
          </h2>
          <Treatments
            detail={detail}
            zone={zone}
            history={history}
            onAnswer={(answers) => void change({ answers })}
          />
        </section>
      </div>
      <div className="sticky top-4 max-h-[calc(100vh-2rem)] overflow-y-auto max-md:static max-md:max-h-none">
        <Follows findings={findings} detail={detail} zone={zone} />
      </div>
    </div>
  );
}

/** The survey: what the woodwork is, question by question, and what follows from it. */
export function SurveyScreen() {
  const { detail, shop } = useJobContext();
  const [search] = useSearchParams();
  const zone = detail.zones.find(({ id }) => id === search.get('zone')) ?? detail.zones[0];
  if (!zone)
    return (
      <NoZone title="A survey belongs to a zone">
        {regional('Pieces that share wood, finish and colours are surveyed together.')}
      </NoZone>
    );
  return (
    <main className="flex flex-col gap-3 p-5">
      <ZoneTabs
        zones={detail.zones}
        openId={zone.id}
        note={(candidate) => {
          const { answered, asked } = progressOf(candidate);
          return `${answered}/${asked}`;
        }}
      >
        <ZoneSurvey key={zone.id} detail={detail} shop={shop} zoneId={zone.id} />
      </ZoneTabs>
    </main>
  );
}
