import type { ShopContext } from '@upholder/core/api';
import { type Experience, experienceOf, NO_EXPERIENCE } from '@upholder/core/causes';
import { useMemo } from 'react';
import { upholder } from './upholder.ts';

/** What the shop confirmed as causes, where it lets that weigh; nothing where it does not. */
export function useExperience({ settings }: Pick<ShopContext, 'settings'>): Experience {
  const { data } = upholder.useConfirmedCausesQuery();
  return useMemo(
    () => (settings.learnsFromFindings && data ? experienceOf(data.confirmed) : NO_EXPERIENCE),
    [settings.learnsFromFindings, data],
  );
}
