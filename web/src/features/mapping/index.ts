export { MappingView } from './MappingView.tsx';
