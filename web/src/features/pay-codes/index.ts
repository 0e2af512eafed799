export { CodesView } from './CodesView.tsx';
export { PeopleView } from './PeopleView.tsx';
