import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { store } from '../api/store.ts';
import { keepShell } from './newVersion.ts';
import { AppRouter } from './router.tsx';
import './tokens.css';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no #root');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <AppRouter />
    </Provider>
  </StrictMode>,
);
keepShell();
