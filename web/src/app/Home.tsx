import { Navigate } from 'react-router';
import { useMay } from '../api/useMay.ts';

/** Where Heath begins: at the desk of whoever works on cards, and with the cards of whoever only sees some. */
export function Home() {
  return <Navigate to={useMay('correct') ? '/desk' : '/cards'} replace />;
}
