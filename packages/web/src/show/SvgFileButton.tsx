import { readSvg, type SvgGeometry } from '@cyclogram/core';
import { FileUp } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import { Button, IconButton } from '../controls/Button';

const maxBytes = 20 * 1024 * 1024;

interface SvgFileButtonProps {
  label: string;
  /** Whether the label is written out, not only shown on hover. */
  inWords?: boolean;
  /** Name of the file field itself. */
  fileLabel: string;
  /** Characters of path data that can be used. */
  max?: number;
  onRead: (geometry: SvgGeometry) => void;
}

/** Reads the shapes of an SVG file; says what was left out of it, or why it is not used. */
export function SvgFileButton({
  label,
  inWords = false,
  fileLabel,
  max = Infinity,
  onRead,
}: SvgFileButtonProps) {
  const file = useRef<HTMLInputElement>(null);
  const read = async (chosen: File) => {
    try {
      if (chosen.size > maxBytes) throw new Error('The file is larger than 20 MB');
      const geometry = readSvg(await chosen.text());
      if (geometry.data.length > max) {
        throw new Error(`Its shapes take ${geometry.data.length} characters, and ${max} can be used`);
      }
      onRead(geometry);
      if (geometry.leftOut.length > 0) {
        toast.info(`Left out of ${chosen.name}: ${geometry.leftOut.join(', ')}.`);
      }
    } catch (error) {
      toast.error(`${chosen.name} is not used. ${(error as Error).message}.`);
    }
  };
  const choose = () => file.current!.click();
  return (
    <>
      {inWords ? (
        <Button onClick={choose}>
          <FileUp size={14} /> {label}
        </Button>
      ) : (
        <IconButton className="size-6" label={label} onClick={choose}>
          <FileUp size={14} />
        </IconButton>
      )}
      <input
        ref={file}
        type="file"
        hidden
        accept=".svg,image/svg+xml"
        aria-label={fileLabel}
        onChange={({ target }) => {
          if (target.files?.[0]) void read(target.files[0]);
          target.value = '';
        }}
      />
    </>
  );
}
