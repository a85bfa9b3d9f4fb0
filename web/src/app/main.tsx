import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
// This one can draw at once what was asked for (flushSync); the other one passes that over.
import { RouterProvider } from 'react-router/dom';
import { store } from '../api/store.ts';
import { keepShell } from './newVersion.ts';
import { router } from './router.tsx';
import './tokens.css';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no #root');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
keepShell();
