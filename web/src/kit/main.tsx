import '../styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { SaysLayer } from '../ui/text/Says.tsx';
import { followTheme } from '../ui/theme/theme.ts';
import { Kit } from './Kit.tsx';

followTheme();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Kit />
    <SaysLayer />
  </StrictMode>,
);
