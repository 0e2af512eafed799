export { CodesView } from './CodesView.tsx';
export { PeopleView } from './PeopleView.tsx';
export { RatesView } from './RatesView.tsx';
