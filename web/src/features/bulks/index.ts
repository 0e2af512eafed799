export { type Bulk, type BulkEntry, BulkPanel } from './BulkPanel.tsx';
