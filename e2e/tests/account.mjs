// Getting in: the demo's angler, or an account of the test's own.
import { expect } from './page.mjs';

export const PASSWORD = 'reed peat and water';

export async function demo(page) {
  await page.goto('/account');
  await page.getByRole('button', { name: 'Sign in as the demo angler' }).click();
  await expect(page).toHaveURL(/\/box/);
}

/** A new account; few tests make one, since new accounts from one address are slowed down. */
export async function signUp(page) {
  const name = `Angler ${Date.now().toString(36)} ${Math.floor(Math.random() * 1e6)}`;
  await page.goto('/account');
  const form = page.locator('form', { hasText: 'New here' });
  await form.getByLabel('Name').fill(name);
  await form.getByLabel(/^Password/).fill(PASSWORD);
  await form.getByRole('button', { name: 'Make an account' }).click();
  await expect(page.getByRole('status')).toContainText('Welcome');
  return name;
}
