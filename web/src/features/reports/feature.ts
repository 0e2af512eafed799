import type { Feature } from '../../ui/screen/feature.ts';
import { REPORT_KEYS } from './keys.ts';

export const reports: Feature = {
  name: 'Reports',
  path: 'reports',
  right: 'see pay',
  isInBar: true,
  page: async () => (await import('./ReportsPage.tsx')).ReportsPage,
  keys: [REPORT_KEYS],
  also: 'print export chart',
  actions: [
    { name: 'Hours and cost by department', also: 'job site money', to: '/reports', right: 'see pay' },
    {
      name: 'This period against the last',
      also: 'compare side by side year',
      to: '/reports?show=comparison',
      right: 'see pay',
    },
    { name: 'Overtime by cause', also: 'why', to: '/reports?show=overtime', right: 'see pay' },
    {
      name: 'A time card to sign',
      also: 'print paper pdf signature',
      to: '/reports?show=time-card',
      right: 'see pay',
    },
    {
      name: 'Lateness and other exceptions',
      also: 'late absent absence',
      to: '/reports?show=exceptions',
      right: 'see pay',
    },
    {
      name: 'Planned and worked',
      also: 'schedule actual distance',
      to: '/reports?show=planned-and-worked',
      right: 'see pay',
    },
    {
      name: 'Average hours for holidays',
      also: 'leave vacation holiday pay',
      to: '/reports?show=holiday-average',
      right: 'see pay',
    },
    { name: 'Punches and their source', also: 'raw clock', to: '/reports?show=punches', right: 'see pay' },
    { name: 'Changes that were made', also: 'audit edits', to: '/reports?show=changes', right: 'see pay' },
    { name: 'Clocked to payable', also: 'bridge', to: '/reports?show=bridge', right: 'see pay' },
    { name: 'Far from usual', also: 'unusual odd totals', to: '/reports?show=unusual', right: 'see pay' },
  ],
  find: null,
};
