import { useDispatch, useSelector } from 'react-redux';
import type { store } from './store.ts';

export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<ReturnType<typeof store.getState>>();
