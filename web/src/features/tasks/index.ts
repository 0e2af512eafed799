export { TaskNotices } from './TaskNotices.tsx';
