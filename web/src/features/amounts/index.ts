export { AmountsView } from './AmountsView.tsx';
