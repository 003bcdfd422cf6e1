import { createBrowserRouter, Outlet, type RouteObject } from 'react-router';
import { DiskNotice } from '../storage/DiskNotice';
import { RenderEvents } from '../renders/RenderEvents';
import { Failed } from './Failed';
import { NothingHere } from './NothingHere';

/** The pages by their addresses. Each is loaded when it is first gone to. */
const pages: RouteObject[] = [
  {
    index: true,
    lazy: async () => ({ Component: (await import('../films/FilmsPage')).FilmsPage }),
  },
  {
    path: 'renders',
    lazy: async () => ({ Component: (await import('../renders/RendersPage')).RendersPage }),
  },
  {
    path: 'storage',
    lazy: async () => ({ Component: (await import('../storage/StoragePage')).StoragePage }),
  },
  {
    path: 'first-film',
    lazy: async () => ({ Component: (await import('../guide/FirstFilmPage')).FirstFilmPage }),
  },
  {
    path: 'films/:id',
    lazy: async () => ({ Component: (await import('../editor/WorkspacePage')).WorkspacePage }),
    children: [
      { index: true, lazy: async () => ({ Component: (await import('../editor/Areas')).Areas }) },
      { path: 'cords', lazy: async () => ({ Component: (await import('../cords/CordsView')).CordsView }) },
      {
        path: 'listening/:ear',
        lazy: async () => ({ Component: (await import('../listening/ListeningView')).ListeningView }),
      },
    ],
  },
  { path: '*', Component: NothingHere },
];

const Page = () => (
  <RenderEvents>
    <title>Cyclogram</title>
    <div className="flex h-full flex-col">
      <DiskNotice />
      <div className="min-h-0 grow">
        <Outlet />
      </div>
    </div>
  </RenderEvents>
);

export const makeRouter = () =>
  createBrowserRouter([
    { Component: Page, ErrorBoundary: Failed, HydrateFallback: () => null, children: pages },
  ]);
