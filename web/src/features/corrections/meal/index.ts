export { outsideOf, readMeal, type Stretch } from './typed-meal.ts';
