export { SettlePanel } from './SettlePanel.tsx';
export { type Conflict, useSettling } from './useSettling.ts';
