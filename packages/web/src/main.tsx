import { QueryClientProvider } from '@tanstack/react-query';
import { Tooltip } from 'radix-ui';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { makeQueries } from './app/queries';
import { makeRouter } from './app/routes';
import { Hint } from './controls/Hint';
import './styles.css';

const queries = makeQueries();
const router = makeRouter();

createRoot(document.getElementById('root')!).render(
  <QueryClientProvider client={queries}>
    <Tooltip.Provider delayDuration={400}>
      <RouterProvider router={router} />
      <Hint />
      <Toaster
        theme="dark"
        position="bottom-center"
        toastOptions={{
          style: {
            background: 'var(--color-raised)',
            border: '1px solid var(--color-rule)',
            color: 'var(--color-paper)',
            boxShadow: 'none',
          },
        }}
      />
    </Tooltip.Provider>
  </QueryClientProvider>,
);
