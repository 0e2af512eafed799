export { CodeField, type UnderCode } from './CodeField.tsx';
