import { enter, expect, openStage, test, typeInto } from './shop.ts';
import { addLines, look, stage, startJob } from './wayTools.ts';

// What a job costs, what is asked for it, and what the client agreed to.

const view = (page: Parameters<typeof stage>[0], name: string) =>
  page.getByRole('navigation', { name: 'Views of materials and price' }).getByRole('link', { name }).click();

test('a price from rates that are typed in, a quote, an acceptance, one piece more, and its price', async ({
  page,
  shop,
}) => {
  test.setTimeout(360_000);
  await shop.tell('reset');
  await enter(page, shop, 'Maren');

  // Rates that cannot be meant are refused at their field, and nothing is lost.
  await page.goto(new URL('/shop/rates', page.url()).toString());
  await typeInto(page.getByLabel('Cleaning, sanding, filling, GBP'), '1.250');
  await typeInto(page.getByLabel('Margin, %'), 'a lot');
  await typeInto(page.getByLabel('Spraying, GBP'), '£30,50');
  await page.getByRole('button', { name: 'Save rates' }).click();
  await expect(page.getByRole('main')).toContainText('Not saved. Check the highlighted fields.');
  await expect(page.getByRole('main')).toContainText(/could be 1250 or 1\.25/);
  await expect(page.getByLabel('Margin, %')).toHaveValue('a lot');
  await typeInto(page.getByLabel('Cleaning, sanding, filling, GBP'), '25');
  await typeInto(page.getByLabel('Margin, %'), '20 %');
  await page.getByRole('button', { name: 'Save rates' }).click();
  await expect(page.getByRole('main')).toContainText('Saved.');
  await page.reload();
  await expect(page.getByLabel('Spraying, GBP')).toHaveValue('30.50');
  await expect(page.getByLabel('Margin, %')).toHaveValue('20');
  await typeInto(page.getByLabel('Margin, %'), '');
  await page.getByRole('button', { name: 'Save rates' }).click();
  await expect(page.getByRole('main')).toContainText('Saved.');
  await page.getByRole('button', { name: 'Undo the last save' }).click();
  await expect(page.getByLabel('Margin, %')).toHaveValue('20');

  const crew = await startJob(page, 'Six doors', 'SIX');
  await stage(page, 'Materials');
  await view(page, 'Price');
  await expect(page.getByRole('main')).toContainText('Nothing to price yet.');
  await stage(page, 'Pieces');
  await addLines(page, '6 slab doors 400 mm x 720 mm');
  await crew.zone(await crew.jobHere(), {
    substrate: 'closed-grain hardwood',
    survey: { existing: 'clear lacquer' },
    newColour: '#2c3f6e',
    systemId: 'D',
    options: null,
  });
  await stage(page, 'Materials');
  await view(page, 'Price');
  const made = page.getByLabel('How the price is made');
  await expect(made.getByRole('row', { name: /Work: spraying/ })).toContainText('£');
  await expect(page.getByLabel('Hours').getByRole('row', { name: /Together/ })).toContainText(' h');

  const own = page.getByLabel('This job alone');
  await own.getByRole('button', { name: 'Add a line' }).click();
  await typeInto(own.getByLabel('Name of extra line 1'), 'New handles');
  await typeInto(own.getByLabel(/Amount of extra line 1/), '12 each');
  await own.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(own).toContainText('Not saved.');
  await typeInto(own.getByLabel(/Amount of extra line 1/), '72,00');
  await typeInto(own.getByLabel('VAT, %'), '8.875');
  await own.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(own).toContainText('Saved for this job.');
  await expect(made.getByRole('row', { name: /New handles/ })).toContainText('£72.00');
  await expect(made.getByRole('row', { name: /^VAT/ })).toContainText('8.875 %');
  await page.reload();
  await expect(own.getByLabel('Name of extra line 1')).toHaveValue('New handles');
  await look(page, 'price');

  // How sure the price is, and the same job by other ways.
  const sure = page.getByLabel('How sure it is');
  await expect(sure.getByRole('row', { name: /Cost stays below/ })).toContainText('£');
  await typeInto(sure.getByLabel('If you ask, before tax'), '1');
  await expect(sure).toContainText('At £1.00 you lose money 10 times in 10.');
  await typeInto(sure.getByLabel('If you ask, before tax'), '9,999');
  await expect(sure).toContainText('At £9,999.00 you lose money hardly ever.');
  await typeInto(own.getByLabel(/Coating sent out/), '45');
  await typeInto(own.getByLabel('Days away'), 'a week');
  await own.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(own).toContainText('Not saved.');
  await typeInto(own.getByLabel('Days away'), '9');
  await own.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(own).toContainText('Saved for this job.');
  const others = page.getByLabel('Other ways to do it');
  await others.getByLabel('With system').selectOption('G');
  await others.getByRole('button', { name: 'Compare', exact: true }).click();
  await expect(others.getByRole('row', { name: /As it is/ })).toContainText(/£.* h/);
  await expect(others.getByRole('row', { name: /Roll it here/ })).toContainText('fine stipple');
  await expect(others.getByRole('row', { name: /Send it out/ })).toContainText('as the other shop sprays');
  await expect(others.getByRole('row', { name: /One colour coat more/ })).toContainText(/\+.* h, \+£/);
  await expect(others.getByRole('row', { name: /System G/ })).toBeVisible();
  await look(page, 'compare');

  await view(page, 'Quotes');
  const fresh = page.getByLabel('A new quote');
  const excluded = fresh.getByLabel(/Not part of it/);
  await excluded.click();
  await excluded.press('Control+End');
  await excluded.pressSequentially('\nThe plinth stays as it is.');
  // Pressed twice by a hasty hand, it is written once.
  await fresh.getByRole('button', { name: 'Write SIX-Q1' }).dblclick();
  const list = page.getByLabel('Quotes written');
  await expect(list).toContainText('SIX-Q1');
  await expect(list).toContainText('not answered yet');
  const asked = /£[\d,]+\.\d\d/.exec((await list.textContent()) ?? '')?.[0] ?? 'no price';

  await list.getByRole('link', { name: 'Open and print' }).click();
  const paper = page.getByRole('article');
  await expect(paper).toContainText('Quote SIX-Q1');
  await expect(paper).toContainText('6 doors');
  await expect(paper).toContainText(/primed, 2 coats of colour/);
  await expect(paper).toContainText('The plinth stays as it is.');
  await expect(paper).toContainText(asked);
  await expect(paper).toContainText('6 × 400 mm × 720 mm');
  await look(page, 'quote');
  await page.getByRole('link', { name: 'Back to the quotes' }).click();

  // Nobody in particular cannot have accepted it.
  await list.getByRole('button', { name: 'Accepted' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Record acceptance' }).click();
  await expect(dialog).toContainText('Enter the name of whoever said so.');
  await typeInto(dialog.getByLabel('By', { exact: true }), 'Ada Quill');
  await dialog.getByRole('button', { name: 'Record acceptance' }).click();
  await expect(page.getByRole('main')).toContainText(/Agreed: .*SIX-Q1 accepted by Ada Quill/);

  // One door more and the price of it, which nobody has to guess.
  await stage(page, 'Pieces');
  await addLines(page, '1 slab door 400 mm x 720 mm');
  await stage(page, 'Materials');
  await view(page, 'Quotes');
  const since = page.getByLabel('Since it was agreed');
  await expect(since).toContainText('Zone 1: 1 piece more');
  await expect(since).toContainText('more than agreed');
  await typeInto(since.getByLabel('What changes, for the client'), 'A seventh door, found in the cellar.');
  await typeInto(since.getByLabel('Price before tax'), '85');
  await since.getByRole('button', { name: 'Write a variation' }).click();
  await expect(list).toContainText('SIX-V1');
  await list.getByRole('button', { name: 'Declined' }).click();
  await typeInto(dialog.getByLabel('By', { exact: true }), 'Ada Quill');
  await dialog.getByRole('button', { name: 'Record refusal' }).click();
  await expect(list).toContainText('declined by Ada Quill');
  await list.getByRole('button', { name: 'Undo the answer' }).first().click();
  await list.getByRole('button', { name: 'Accepted' }).click();
  await typeInto(dialog.getByLabel('By', { exact: true }), 'Ada Quill');
  await dialog.getByRole('button', { name: 'Record acceptance' }).click();
  await expect(page.getByRole('main')).toContainText('with one variation');
  await expect(since).toContainText('Pieces, systems and colours are as agreed.');
  await page.reload();
  await expect(page.getByRole('main')).toContainText('with one variation');
  await look(page, 'quotes');
});

test('the chemist’s quote is accepted, with one variation', async ({ maren: page, shop }) => {
  await shop.tell('reset');
  await enter(page, shop, 'Maren');
  await openStage(page, 'QUAY', 'Materials');
  await view(page, 'Quotes');
  await expect(page.getByRole('main')).toContainText(
    /Agreed: .*accepted by Ottilie Farrow.*with one variation/,
  );
  await page.getByLabel('Quotes written').getByRole('link', { name: 'Open and print' }).last().click();
  await expect(page.getByRole('article')).toContainText('Accepted by Ottilie Farrow');
  await look(page, 'quote-quay');
});
