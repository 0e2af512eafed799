import type { Feature } from '../../ui/screen/feature.ts';
import { REPORT_KEYS } from './keys.ts';

export const reports: Feature = {
  name: 'Reports',
  path: 'reports',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./ReportsPage.tsx')).ReportsPage,
  keys: REPORT_KEYS,
  actions: [
    { name: 'Hours and cost by department', to: '/reports', right: 'see pay' },
    { name: 'This period against the last', to: '/reports?show=comparison', right: 'see pay' },
    { name: 'Overtime by cause', to: '/reports?show=overtime', right: 'see pay' },
    { name: 'A time card to sign', to: '/reports?show=time-card', right: 'see pay' },
  ],
  find: null,
};
