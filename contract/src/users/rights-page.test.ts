import { expect, it } from 'vitest';
import { OPERATIONS } from '../operations.ts';
import { rightsPage } from './rights-page.ts';

// To write it anew: npx vitest run --project unit contract -u
it('the page of rights is docs/rights.md as it stands, with every operation', async () => {
  const page = rightsPage();
  await expect(page).toMatchFileSnapshot('../../../docs/rights.md');
  for (const name of Object.keys(OPERATIONS)) expect(page).toContain(`| ${name} | `);
});
