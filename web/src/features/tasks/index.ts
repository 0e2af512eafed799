export { TaskNotices } from './TaskNotices.tsx';
export { WorkList } from './WorkList.tsx';
