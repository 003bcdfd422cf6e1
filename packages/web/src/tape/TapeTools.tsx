import { AudioWaveform, LayoutList, Magnet, Metronome, ZoomIn, ZoomOut } from 'lucide-react';
import { Popover, Toolbar } from 'radix-ui';
import { clsx } from 'clsx';
import type { Ref } from 'react';
import { popoverSheet } from '../controls/menu';
import { IconButton } from '../controls/Button';
import { useEditor } from '../editor/editorStore';
import { SectionCard } from '../sections/SectionCard';
import { BeatCard } from './BeatCard';
import { ExportDialog } from './ExportDialog';
import { useTapePreferences } from './tapePreferences';

interface TapeToolsProps {
  /** The element, whose size is of interest. */
  ref: Ref<HTMLDivElement>;
  /** 0..1 of the song that has been heard. */
  analysed: number;
  /** Length of the film in seconds. */
  end: number;
  onZoom: (factor: number) => void;
}

/** What is done with the Tape, in its upper right corner. */
export function TapeTools({ ref, analysed, end, onZoom }: TapeToolsProps) {
  const beats = useEditor((state) => state.film.beats);
  const { scrubSound, snap, set } = useTapePreferences();
  const toggle = (on: boolean) => clsx('size-5', on ? 'text-amber' : 'text-dim');
  return (
    <Toolbar.Root
      ref={ref}
      aria-label="Tape tools"
      className="absolute top-0 right-0 flex items-center bg-room px-1 text-dim"
    >
      {analysed < 1 && (
        <span className="figures mx-2 text-amber">analysing {Math.round(analysed * 100)} %</span>
      )}
      <Popover.Root>
        <Toolbar.Button asChild>
          <Popover.Trigger
            aria-label={beats ? `Beats: ${beats.bpm.toFixed(1)} a minute` : 'Beats'}
            className="flex h-5 items-center gap-1 rounded-sm px-1 hover:bg-raised"
          >
            <Metronome size={13} />
            <span className="figures">{beats ? beats.bpm.toFixed(1) : 'beats'}</span>
          </Popover.Trigger>
        </Toolbar.Button>
        <Popover.Portal>
          <Popover.Content side="bottom" align="end" className={`${popoverSheet} w-72`} aria-label="Beats">
            <BeatCard />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <Popover.Root>
        <Toolbar.Button asChild>
          <Popover.Trigger
            aria-label="Sections"
            title="Sections"
            className="grid size-5 place-items-center rounded-sm hover:bg-raised"
          >
            <LayoutList size={13} />
          </Popover.Trigger>
        </Toolbar.Button>
        <Popover.Portal>
          <Popover.Content side="bottom" align="end" className={`${popoverSheet} w-80`} aria-label="Sections">
            <SectionCard end={end} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <IconButton
        inToolbar
        label="Snap loops, fades and keyframes to beats"
        aria-pressed={snap}
        className={toggle(snap)}
        onClick={() => set({ snap: !snap })}
      >
        <Magnet size={13} />
      </IconButton>
      <IconButton
        inToolbar
        label="Scrub audio"
        aria-pressed={scrubSound}
        className={toggle(scrubSound)}
        onClick={() => set({ scrubSound: !scrubSound })}
      >
        <AudioWaveform size={13} />
      </IconButton>
      <ExportDialog />
      <IconButton inToolbar label="Zoom out" keys="-" className="size-5" onClick={() => onZoom(1 / 0.6)}>
        <ZoomOut size={13} />
      </IconButton>
      <IconButton inToolbar label="Zoom in" keys="+" className="size-5" onClick={() => onZoom(0.6)}>
        <ZoomIn size={13} />
      </IconButton>
    </Toolbar.Root>
  );
}
