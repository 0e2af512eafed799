export { CancelWork } from './CancelWork.tsx';
export { shareOf } from './names.ts';
export { TaskNotices } from './TaskNotices.tsx';
export { WorkList } from './WorkList.tsx';
