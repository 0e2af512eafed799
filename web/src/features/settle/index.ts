export { SettlePanel } from './SettlePanel.tsx';
export type { Conflict } from './useSettling.ts';
