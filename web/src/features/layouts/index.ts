export { LayoutView } from './LayoutView.tsx';
export { NewLayout } from './NewLayout.tsx';
