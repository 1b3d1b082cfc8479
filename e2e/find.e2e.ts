// Find by one key: a station, a setting, a command; and the keys of the screen.
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './desk.ts';
import { arrive, lamp } from './technician.ts';

test('one key finds a station, a setting and a command, and does what its button does; another shows the keys', async ({ page, desk }) => {
  await arrive(page, desk.web);
  await page.getByRole('link', { name: /Oxygen monitor/ }).waitFor();
  const find = page.getByRole('dialog', { name: 'Find' });
  const field = find.getByRole('combobox');
  await page.keyboard.press('/');
  await field.fill('snow');
  await expect(find.getByRole('option').first()).toContainText('Snow-depth mast');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: /Snow-depth mast/ })).toBeVisible();

  await page.keyboard.press('/');
  await field.fill('apn fellwave');
  await expect(find.getByRole('option').first()).toContainText('APN');
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog]').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('APN', { exact: true })).toHaveValue('m2m.fellwave.example');
  await page.keyboard.press('Escape');

  await page.keyboard.press('/');
  await field.fill('watch');
  await find.getByRole('option', { name: /^Watch: failed/ }).click();
  await expect(page.getByRole('region', { name: 'Watch, its door' })).toBeVisible();

  await page.keyboard.press('/');
  await field.fill('night');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night');
  await page.keyboard.press('/');
  await field.fill('zzzz');
  await expect(find.getByRole('status')).toHaveText('Nothing is called so.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this screen' })).toContainText('Signal');
  await page.keyboard.press('Escape');
  await expect(lamp(page, /^Watch/)).toBeVisible();
});
