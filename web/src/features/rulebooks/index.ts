export { RulebooksView } from './RulebooksView.tsx';
