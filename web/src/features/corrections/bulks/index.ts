export { type Bulk, BulkPanel } from './BulkPanel.tsx';
