export { ConflictNotice } from './ConflictNotice.tsx';
export { SettlePanel } from './SettlePanel.tsx';
export { type Conflict, useSettling } from './useSettling.ts';
