import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { Entrance } from './people/entrance';
import { router } from './routes';
import { store } from './store';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <Entrance>
        <RouterProvider router={router} />
      </Entrance>
    </Provider>
  </StrictMode>,
);
