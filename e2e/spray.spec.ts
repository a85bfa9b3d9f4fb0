import { expect, test, typeInto } from './shop.ts';
import { look } from './wayTools.ts';

// A gun set up on paper, a door sprayed on the screen, what painters ask, and strokes by hand.

test('a set-up is worked out from typed figures, the door shows its film, and a hand that swings shows', async ({
  maren: page,
}) => {
  await page.getByRole('link', { name: 'Spray', exact: true }).click();
  const map = page.getByLabel('Film on the piece');
  await expect(map).toContainText('of 100');

  // The worked example, typed: 220 mL/min, 65 %, 20 cm, half overlap, 35 cm/s.
  await typeInto(page.getByLabel('Flow, mL/min'), '220');
  await typeInto(page.getByLabel('Stays on a flat target, %'), '65');
  await typeInto(page.getByLabel('Fan on the piece, mm'), '20 cm');
  await typeInto(page.getByLabel('Overlap, %'), '50');
  await typeInto(page.getByLabel('Hand speed, cm/s'), '35');
  await expect(page.getByLabel('Wet film, µm')).toHaveValue('68.1');

  // What is no number, and what no gun does, is said where it stands, and the film stays.
  await typeInto(page.getByLabel('Flow, mL/min'), 'a lot');
  await expect(page.getByLabel('Flow, mL/min')).toHaveAttribute('aria-invalid', 'true');
  await typeInto(page.getByLabel('Flow, mL/min'), '9000');
  await expect(page.getByRole('alert')).toContainText('Enter 20 mL/min to 1500 mL/min.');
  await expect(page.getByLabel('Wet film, µm')).toHaveValue('68.1');
  await typeInto(page.getByLabel('Flow, mL/min'), '7.5 fl oz/min');
  await page.getByLabel('Flow, mL/min').press('Tab');
  await expect(page.getByLabel('Flow, mL/min')).toHaveValue('222');
  await typeInto(page.getByLabel('Flow, mL/min'), '220');

  // Any of them from the film; too fast a hand is told what to change.
  await page.getByLabel('Work out').selectOption('speed');
  await typeInto(page.getByLabel('Wet film, µm'), '30');
  await expect(page.getByLabel('Hand speed, cm/s')).toHaveValue('79.4');
  await page.getByRole('button', { name: /^Flow \d+ mL/ }).click();
  await expect(page.getByLabel('Hand speed, cm/s')).toHaveValue('60');
  await typeInto(page.getByLabel('Wet film, µm'), '105');

  const mean = map.locator('dd').nth(2);
  await expect(mean).toContainText('µm');
  await page.getByRole('tab', { name: 'Strokes' }).click();
  const score = map.getByText(/^\d+ of 100$/);
  await expect(score).toHaveText(/^[1-9]\d of 100$/);
  const before = (await score.textContent()) ?? '';
  const tilt = page.getByLabel('Gun tilts to one side');
  await tilt.focus();
  for (let press = 0; press < 8; press += 1) await tilt.press('ArrowRight');
  await expect(tilt).toHaveValue('40');
  await expect(score).not.toHaveText(before);
  await look(page, 'spray-strokes');

  await page.getByRole('tab', { name: 'Questions' }).click();
  await page.getByLabel('Piece', { exact: true }).selectOption('Recessed door');
  await page.getByRole('button', { name: 'Why are the inner edges dry?' }).click();
  await expect(page.getByText(/From the face alone the recess walls get \d/)).toBeVisible();
  await page.getByRole('button', { name: /Flat or upright/ }).click();
  await expect(page.getByText(/flat it holds up to \d/)).toBeVisible();
});

test('strokes by hand: a score and a map, what the hand did wrong, the best run kept over a reload', async ({
  maren: page,
}) => {
  await page.goto(new URL('/spray?open=practice', page.url()).toString());
  const gun = page.getByTestId('gun');
  await expect(page.getByText('Press beside the piece')).toBeVisible();
  const stroke = async (share: number, from: number) => {
    const box = await gun.boundingBox();
    if (!box) throw new Error('the field is not there');
    const y = box.y + box.height * share;
    await page.mouse.move(box.x + box.width * from, y);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width - 4, y, { steps: 40 });
    await page.mouse.up();
  };
  await stroke(0.35, 0.01);
  await stroke(0.65, 0.01);
  const field = page.getByRole('region', { name: 'Practice' });
  await expect(field).toContainText(/\d+ of 100/);
  await expect(page.getByRole('button', { name: /^1 Speed best \d+/ })).toBeVisible();

  // The trigger opened over the card, with a tilted gun.
  await page.getByRole('button', { name: 'Wipe it clean' }).click();
  await expect(page.getByText('Press beside the piece')).toBeVisible();
  await page.getByLabel('Practice field').focus();
  for (let press = 0; press < 4; press += 1) await page.keyboard.press('ArrowDown');
  await expect(page.getByText('20° down')).toBeVisible();
  await stroke(0.5, 0.4);
  const seen = page.getByLabel('Seen of the hand');
  await expect(seen).toContainText('The gun tilts by 20°');
  await expect(seen).toContainText(/The trigger opens .* behind the edge/);

  await page.reload();
  await expect(page.getByRole('button', { name: /^1 Speed best \d+/ })).toBeVisible();

  // Recorded elsewhere: a file with a slip says its line, a good one is laid, a tracker's fault is named.
  const recordings = page.getByRole('region', { name: 'Recordings' });
  const file = (text: string) => ({ name: 'run.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const input = page.getByLabel('Recording of a gun');
  await input.setInputFiles(file('time,x,y,z\n0,-80,80,200\n1,six hundred,80,200\n'));
  await expect(recordings).toContainText('run.csv: Line 3: x');
  await input.setInputFiles(file('time,x,y,z\n0,-80,80,200\n1,300,80,200\n2,680,80,200\n'));
  await expect(field).toContainText(/\d+ of 100/);
  await expect(recordings).not.toContainText('Line 3');
  await recordings.getByRole('button', { name: 'Simulated tracker' }).click();
  await expect(seen).toContainText(/The arm swings by 1\d°|The arm swings by 2\d°/);
  await look(page, 'spray-practice');
});

test('roller and brush: film by load and spread, and how far one may go before the lap shows', async ({
  maren: page,
}) => {
  await page.goto(
    new URL('/spray?open=rolling&piece=Tall%20door&product=urethane-enamel-satin', page.url()).toString(),
  );
  const panel = page.getByRole('tabpanel', { name: 'Roller' });
  await typeInto(panel.getByLabel('One load, ml'), '30');
  await typeInto(panel.getByLabel('Spread over, m²'), '0,2');
  await expect(panel).toContainText('120 µm wet');
  await expect(panel).toContainText('spread it farther');
  await panel.getByRole('radio', { name: 'Brush' }).click();
  await expect(panel).toContainText(/at a time/);
});

test('a coat of a job leads to its own piece, product and film', async ({ maren: page }) => {
  await page.getByRole('link', { name: /QUAY/ }).first().click();
  await page
    .getByRole('link', { name: /Sequence/ })
    .first()
    .click();
  await page
    .getByRole('list', { name: 'Steps' })
    .getByRole('button', { name: /Colour 1/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Set up and spray it' }).click();
  await expect(page.getByLabel('Piece', { exact: true })).toHaveValue(/^[0-9a-f-]{36}$/);
  await expect(page.getByLabel('Product')).toHaveValue('urethane-enamel-satin');
  await expect(page.getByLabel('Film on the piece')).toContainText('of 100');
});
