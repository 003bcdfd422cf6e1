import { useMemo } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useAssets } from '../api/assets';
import { HearPanel } from '../hear/HearPanel';
import { Screen } from '../screen/Screen';
import { ShowPanel } from '../show/ShowPanel';
import { useEditor } from './editorStore';

/** What lies below the Tape: sound on the left, the picture in the middle, what is drawn on the right. */
export function Areas() {
  const tracks = useEditor((state) => state.film.tracks);
  const hashes = useMemo(() => tracks.flatMap(({ source }) => source.asset ?? []), [tracks]);
  const { assets } = useAssets(hashes);
  const columns = useDefaultLayout({ id: 'columns', storage: localStorage });
  return (
    <Group
      orientation="horizontal"
      defaultLayout={columns.defaultLayout}
      onLayoutChanged={columns.onLayoutChanged}
    >
      <Panel id="hear" defaultSize={272} minSize={220} maxSize={420}>
        <HearPanel assets={assets} />
      </Panel>
      <Separator className="w-px bg-rule hover:bg-edge" aria-label="Width of Hear" />
      <Panel id="screen" minSize={360}>
        <Screen />
      </Panel>
      <Separator className="w-px bg-rule hover:bg-edge" aria-label="Width of Show" />
      <Panel id="show" defaultSize={280} minSize={230} maxSize={420}>
        <ShowPanel />
      </Panel>
    </Group>
  );
}
