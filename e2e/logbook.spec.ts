import { expect } from '@playwright/test';
import { dropFile, headline, navigate, openDemo, openNewRig, SALTMARSH, test, visit, WAGTAIL } from './helpers';

async function importPage(page: Parameters<typeof dropFile>[0]): Promise<void> {
  await openNewRig(page, 'Logbook');
  await page.getByRole('link', { name: 'Import a file' }).click();
}
const read = (page: Parameters<typeof dropFile>[0]) =>
  page.getByRole('button', { name: 'Import it into the book' }).click();

test('the demo books: one keeps up, one falls behind, odd rows are listed', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByRole('row', { name: /30 days/ })).toContainText('869.3');
  await navigate(page, '/');
  // 11 loads and one log: the rig opens at its book.
  await expect(page.getByRole('row', { name: /^Pied Wagtail .* 11 1 / })).toBeVisible();
  await page.getByRole('link', { name: 'Pied Wagtail' }).click();
  await expect(headline(page)).toContainText('Charging keeps up');
  await visit(page, `${SALTMARSH}/logbook`);
  await expect(headline(page)).toContainText('Charging falls behind');
  await page.getByRole('link', { name: 'Logs 1' }).click();
  await page.getByRole('button', { name: 'saltmarsh-october.csv' }).click();
  await expect(page.getByRole('row', { name: /a cell is missing/ })).toContainText('4105');
  await expect(page.getByRole('row', { name: /a voltage that this bank cannot have/ })).toContainText('2005');
});

test('a day opens by press and by arrow keys, with its hours', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Wed 18' }).click();
  await expect(page.getByRole('heading', { name: 'Wednesday 18 March 2026' })).toBeVisible();
  await expect(page).toHaveURL(/day=2026-03-18/);
  await page.getByRole('button', { name: 'Wed 18' }).press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Thursday 19 March 2026' })).toBeVisible();
  await page.getByText('The hours behind it').click();
  await expect(page.getByRole('row', { name: /^12:00/ })).toBeVisible();
});

test('the window and the school of the full mark change the verdict’s ground, and undo brings them back', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByLabel('Verdict for').selectOption('the last 7 days');
  await expect(page.getByRole('row', { name: /^7 days/ })).toBeVisible();
  await page.getByText('by hand', { exact: true }).click();
  await expect(page.getByRole('complementary')).toContainText('Full on 0 of 7 days.');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row', { name: /^30 days/ })).toBeVisible();
  await expect(page.getByRole('complementary')).toContainText('Full on 18 of 30 days.');
});

test('a quick reading survives a closed dialog and lands in the book', async ({ page }) => {
  await openDemo(page);
  const voltage = page.getByRole('dialog').getByLabel('Voltage');
  await page.keyboard.press('r');
  await expect(voltage).toBeFocused();
  await page.keyboard.type('26,4');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(headline(page)).toBeVisible();
  await page.keyboard.press('r');
  await expect(voltage).toHaveValue('26.4');
  await expect(voltage).toBeFocused();
  await page.getByRole('dialog').getByLabel('Current').fill('7.5');
  await page.getByText('in, charging').click();
  await page.getByLabel('State of charge').fill('101');
  await expect(page.getByRole('dialog')).toContainText('Not above 100 %.');
  await page.getByLabel('State of charge').fill('88');
  await page.getByRole('button', { name: 'Save the reading' }).click();
  await page.getByRole('link', { name: 'Readings 1' }).click();
  await expect(page.getByRole('table', { name: 'Readings' })).toContainText(/26\.40\s*\+7\.5\s*88/);
  await page.getByRole('button', { name: 'remove' }).click();
  await expect(headline(page)).toContainText('No reading');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('table', { name: 'Readings' })).toBeVisible();
});

test('a guessed mapping can be corrected, remembered and used again', async ({ page }) => {
  await importPage(page);
  const rows = Array.from(
    { length: 40 },
    (_, k) => `03/04/2026 10:${String(k).padStart(2, '0')};12,5;${k % 2 ? '' : '-'}3,5`,
  );
  const text = `stamp;x;y\r\n${rows.join('\r\n')}\r\n`;
  await dropFile(page, 'odd.csv', text);
  const preview = page.getByRole('region', { name: 'The first rows' });
  await expect(page.getByText('day and month could stand either way round')).toBeVisible();
  await expect(preview).toContainText('3 April 2026');
  await page.getByLabel('Dates are written').selectOption('month, day, year');
  await expect(preview).toContainText('4 March 2026');
  await expect(preview).toContainText('3.50 A out');
  await page.getByLabel('Sign', { exact: true }).selectOption('negative is charging');
  await expect(preview).toContainText('3.50 A in');
  await read(page);
  await expect(headline(page)).toHaveText('40 rows of odd.csv are in the book.');
  await page.getByLabel('Save these settings as').fill('bench meter');
  await page.getByRole('button', { name: 'Remember' }).click();
  await page.getByRole('button', { name: 'Another file' }).click();
  await dropFile(page, 'odd2.csv', text.replaceAll('03/04/', '05/04/'));
  await page.getByRole('button', { name: 'bench meter' }).click();
  await expect(preview).toContainText('4 May 2026');
});

test('importing the same file twice adds nothing', async ({ page }) => {
  await openDemo(page, 'logbook/import');
  const text = await (await page.request.get('/demo/pied-wagtail-march.csv')).text();
  await dropFile(page, 'again.csv', text);
  await read(page);
  await expect(page.getByRole('alert')).toContainText('lie in time that is already in the book');
});

test.describe('bad files', () => {
  const utf16 = (text: string) => Buffer.from(`\ufeff${text}`, 'utf16le');
  const good =
    'time,volts,amps\r\n2026-03-09 10:00:00,25.6,-3\r\n2026-03-09 10:01:00,25.6,-4\r\n2026-03-09 10:02:00,25.6,-4\r\n';
  const refusals: [name: string, content: string | Buffer, says: string][] = [
    ['empty', '', 'The file is empty'],
    ['binary', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1, 2, 3, 0, 0]), 'not a text file'],
    ['without times', 'a,b\n1,2\n3,4\n', 'No column holds a date and time'],
    ['without currents', 'time\n2026-03-09 10:00\n2026-03-09 10:01\n', 'beside at least one number'],
  ];
  test('are refused in plain words', async ({ page }) => {
    await importPage(page);
    for (const [name, content, says] of refusals)
      await test.step(name, async () => {
        await dropFile(page, 'bad.csv', content);
        await expect(page.getByRole('alert')).toContainText(says);
      });
  });
  const readable: [name: string, content: string | Buffer, kept: string][] = [
    ['UTF-16', utf16(good), '3 rows'],
    ['a byte-order mark', `\ufeff${good}`, '3 rows'],
    ['no header', good.split('\r\n').slice(1).join('\r\n'), '3 rows'],
    [
      'quoted cells',
      'time,volts,amps\n"2026-03-09 10:00:00","25.6","-3"\n"2026-03-09 10:01:00","25.6","-4"\n',
      '2 rows',
    ],
    ['old line ends', good.replaceAll('\r\n', '\r'), '3 rows'],
  ];
  test('unusual ones are read, each into a book of its own', async ({ page }) => {
    for (const [name, content, kept] of readable)
      await test.step(name, async () => {
        await importPage(page);
        await dropFile(page, 'file.csv', content);
        await read(page);
        await expect(headline(page)).toContainText(`${kept} of file.csv are in the book`);
      });
  });
  test('odd rows are set aside with row and column, the good ones kept', async ({ page }) => {
    await importPage(page);
    await dropFile(
      page,
      'mixed.csv',
      'time,volts,amps\n2026-03-09 10:00:00,25.6,-3\n2026-02-30 10:01:00,25.6,-4\n2026-03-09 10:02:00,25.6,x\n2026-03-09 09:59:00,25.6,-2\n2026-03-09 10:00:00,25.6,-3\n2026-03-09 10:03:00;25.6;-3\n2026-03-09 10:04:00,,-3\n2026-03-09 10:05:00,25.6,-3\n',
    );
    await read(page);
    await expect(headline(page)).toContainText('3 rows of mixed.csv');
    await expect(page.getByRole('main')).toContainText('8 read, 4 set aside, 1 there already, 1 out of order');
    await expect(page.getByRole('row', { name: /not a time in the chosen format/ }).first()).toContainText(/^3\s*1/);
    await expect(page.getByRole('row', { name: /not a number/ })).toContainText(/^4\s*3/);
    await expect(page.getByRole('row', { name: /an empty cell/ })).toContainText(/^8\s*2/);
  });
});

test('a running import can be cancelled and leaves the book as it was', async ({ page }) => {
  await importPage(page);
  const lines = ['time,voltage,current'];
  for (let k = 0; k < 900_000; k++) lines.push(`${1_770_000_000 + k},25.61,${k % 7}.25`);
  await dropFile(page, 'long.csv', `${lines.join('\n')}\n`);
  await read(page);
  await page.getByRole('button', { name: 'Cancel, and leave the book as it was' }).click();
  await expect(headline(page)).toContainText('Is long.csv read correctly?');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(headline(page)).toContainText('empty');
});

test('an import lands in its own rig while another is opened, and says so', async ({ page }) => {
  await openDemo(page);
  await visit(page, `${SALTMARSH}/logbook/import`);
  const lines = ['time,voltage,current'];
  // Long enough to be under way while pages change: two months at five seconds a row.
  for (let k = 0; k < 1_000_000; k++)
    lines.push(`${1_760_000_000 + 5 * k},12.61,${k % 17280 < 9000 ? '-2.25' : '2.5'}`);
  await dropFile(page, 'barge.csv', `${lines.join('\n')}\n`);
  await read(page);
  await visit(page, `${WAGTAIL}/bank`);
  const strip = page.locator('co-file-strip');
  await expect(strip).toContainText('barge.csv');
  await expect(strip).toContainText('Saltmarsh Survey');
  await expect(strip.getByRole('link', { name: 'Open the book' })).toBeVisible({ timeout: 60_000 });
  await visit(page, `${WAGTAIL}/logbook/logs`);
  await expect(page.getByRole('main')).not.toContainText('barge.csv');
  await strip.getByRole('link', { name: 'Open the book' }).click();
  await expect(page.locator('.top .rig')).toHaveText('Saltmarsh Survey');
  await visit(page, `${SALTMARSH}/logbook/logs`);
  await expect(page.getByRole('main')).toContainText('barge.csv');
  await expect(strip.locator('.job')).toHaveCount(0);
});
