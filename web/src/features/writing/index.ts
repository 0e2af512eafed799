export { WritingChoices } from './WritingChoices.tsx';
