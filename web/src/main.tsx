import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import './app.css';
import { keepShell } from './app/offline-shell';
import { makeRouter } from './app/routes';
import { makeStore } from './app/store';

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no #root');
createRoot(root).render(
  <StrictMode>
    <Provider store={makeStore()}>
      <RouterProvider router={makeRouter()} />
    </Provider>
  </StrictMode>,
);
keepShell();
