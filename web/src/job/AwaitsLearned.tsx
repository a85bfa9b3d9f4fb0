import { Outlet, useOutletContext } from 'react-router';
import { upholder } from '../api/upholder.ts';
import { Skeleton } from '../parts/controls.tsx';

/**
 * Pages whose amounts and prices go by what the shop learned: they wait for it, so that no figure is read or written down that changes a moment
 * later. Where it cannot be had, they go on without.
 */
export function AwaitsLearned() {
  const { isLoading } = upholder.useLearnedQuery();
  const context = useOutletContext();
  return isLoading ? <Skeleton /> : <Outlet context={context} />;
}
