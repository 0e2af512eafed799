import { textColumn } from '../define.ts';

/** The site that was worked at, by its code. */
export const site = textColumn({
  name: 'site',
  label: 'Site',
  says: 'The site that was worked at, by its code.',
  headings: ['site', 'location', 'branch'],
  needs: ['site'],
  text: ({ first }) => first.site,
});
