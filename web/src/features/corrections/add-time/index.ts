export { AddTimePlace } from './AddTimePlace.tsx';
export { ofDay, ofPerson } from './subjects.ts';
