import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Tooltip } from 'radix-ui';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Toaster } from 'sonner';
import { FilmsPage } from './films/FilmsPage';
import { RendersPage } from './renders/RendersPage';
import { Failed } from './app/Failed';
import { NothingHere } from './app/NothingHere';
import { WorkspacePage } from './editor/WorkspacePage';
import './styles.css';

const queries = new QueryClient({
  defaultOptions: {
    // The server is on this machine: it answers without any network.
    queries: { retry: 1, refetchOnWindowFocus: true, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

createRoot(document.getElementById('root')!).render(
  <QueryClientProvider client={queries}>
    <Tooltip.Provider delayDuration={400}>
      <BrowserRouter>
        <Failed>
          <Routes>
            <Route path="/" element={<FilmsPage />} />
            <Route path="/films/:id/*" element={<WorkspacePage />} />
            <Route path="/renders" element={<RendersPage />} />
            <Route path="*" element={<NothingHere />} />
          </Routes>
        </Failed>
      </BrowserRouter>
      <Toaster
        theme="dark"
        position="bottom-center"
        toastOptions={{
          style: { background: '#231f1b', border: '1px solid #37312b', color: '#efe8dc', boxShadow: 'none' },
        }}
      />
    </Tooltip.Provider>
  </QueryClientProvider>,
);
