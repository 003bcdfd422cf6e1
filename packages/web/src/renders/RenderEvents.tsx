import { createContext, useCallback, useContext, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useRenderEvents, useRenderQueue, type Render } from '../api/renders';

const Connected = createContext(true);

/** Whether the server tells of renders. */
export const useConnected = () => useContext(Connected);

/** Hears of renders, wherever one is in the application, and says when one is done. */
export function RenderEvents({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const onDone = useCallback(
    (render: Render) => {
      const text = `${render.fileName} is ready`;
      const show = () => void navigate('/renders');
      if (typeof Notification === 'undefined' || Notification.permission === 'denied') {
        toast.success(text, { action: { label: 'Show', onClick: show } });
      } else if (Notification.permission === 'granted') {
        const note = new Notification('Cyclogram', { body: text, tag: render.id, icon: '/icon.svg' });
        note.onclick = () => {
          window.focus();
          show();
        };
        toast.success(text, { action: { label: 'Show', onClick: show } });
      } else {
        // It is asked for when there is something to tell, and by a press, as browsers want it.
        toast.success(text, {
          duration: 12_000,
          action: { label: 'Show', onClick: show },
          cancel: { label: 'Notify me next time', onClick: () => void Notification.requestPermission() },
        });
      }
    },
    [navigate],
  );
  const connected = useRenderEvents(onDone);
  return <Connected value={connected}>{children}</Connected>;
}

/** Title of the browser's tab: how far the render is that runs, and the page. */
export function PageTitle({ children }: { children: string }) {
  const running = useRenderQueue()?.find(({ status }) => status === 'running');
  const share = running && Math.floor((100 * running.framesDone) / Math.max(1, running.frameCount));
  return <title>{share === undefined ? children : `${share} % · ${children}`}</title>;
}
