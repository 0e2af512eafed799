export { useApproving } from './useApproving.ts';
