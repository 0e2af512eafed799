export { type Conflict, SettlePanel } from './SettlePanel.tsx';
