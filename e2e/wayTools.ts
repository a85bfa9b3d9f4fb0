import type { Page } from '@playwright/test';
import type { JobDetail } from '@upholder/core/api';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { Crew } from './crew.ts';
import { enter, expect, type Shop, typeInto } from './shop.ts';

// What every way of working that is carried to its end begins and ends with.

export const look = async (page: Page, name: string) => {
  if (process.env.LOOK) await page.screenshot({ path: `/tmp/look-${name}.png`, fullPage: true });
};
export const tell = (name: string, facts: object) => {
  if (process.env.LOOK) console.log(name, JSON.stringify(facts));
};

/** What the system of the first zone begins from. */
export const defaultsOf = ({ zones }: JobDetail): object => {
  const [zone] = zones;
  return zone?.systemId ? { ...FINISHING_SYSTEMS[zone.systemId].defaults, ...zone.options } : {};
};

/** A shop in which nothing else is going on, and a job in it with its take-off open. */
export async function startJob(page: Page, name: string, code: string): Promise<Crew> {
  const crew = await Crew.of(page);
  await crew.closeAll();
  await newJob(page, name, code);
  return crew;
}

export async function newJob(page: Page, name: string, code: string): Promise<void> {
  await page.goto(new URL('/jobs', page.url()).toString());
  await page.getByRole('button', { name: 'Start a job' }).click();
  await typeInto(page.getByLabel('Name', { exact: true }), name);
  await typeInto(page.getByLabel('Code, on labels'), code);
  await expect(page.getByText(/^saved \d\d:\d\d$/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await expect(page.getByLabel('Zone', { exact: true })).toHaveValue('Zone 1');
  await page.getByRole('link', { name: /Pieces/ }).click();
}

export async function addLines(page: Page, ...lines: string[]): Promise<void> {
  const typed = page.getByLabel('Type pieces');
  for (const line of lines) {
    await typed.click();
    await typed.pressSequentially(line);
    await typed.press('Enter');
    await expect(typed).toHaveValue('');
  }
}

export const stage = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stages of the job' })
    .getByRole('link', { name: new RegExp(name) })
    .click();

/**
 * Two months later all of a job is logged as it was planned, mixes and all; its days and its log are looked at.
 * @param slipMin the crew falls so much further behind its plan with every task.
 */
export async function workToTheEnd(
  page: Page,
  shop: Shop,
  jobId: string,
  name: string,
  slipMin = 0,
): Promise<JobDetail> {
  await shop.tell('pass two months');
  await enter(page, shop, 'Maren');
  const crew = await Crew.of(page);
  expect(await crew.work(jobId, undefined, slipMin)).toBeNull();
  const detail = await crew.job(jobId);
  expect(crew.open(detail)).toEqual([]);
  await page.goto(new URL(`/jobs/${jobId}/days`, page.url()).toString());
  await expect(page.getByRole('heading', { name: 'All work is logged' })).toBeVisible();
  await look(page, `${name}-days-end`);
  await stage(page, 'Log');
  await expect(page.getByRole('main')).toContainText(/Colour 1|Clear 1/);
  await look(page, `${name}-log`);
  return detail;
}

/** A gun as it is put on the bench. */
export const GUN = {
  kind: 'gun',
  orificeUm: null,
  cupMl: null,
  residueMl: 350,
  fullG: null,
  isRetired: false,
  isOutOfOrder: false,
};
