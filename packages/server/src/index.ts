export { startServer, PortTakenError, type RunningServer } from './startServer';
export type { Services } from './services';
export { openServices } from './services';
export type { RenderView } from './render/renderView';
