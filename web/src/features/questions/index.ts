export { QuestionsOnCard } from './OnCard.tsx';
export { QuestionsOnTheDesk } from './OnTheDesk.tsx';
export { QuestionThread } from './QuestionThread.tsx';
export { useAsked } from './useQuestionsOf.ts';
export { standingOf } from './words.ts';
