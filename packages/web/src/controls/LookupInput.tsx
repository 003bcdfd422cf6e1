import { imageOfLookup, parseCube, type ReferenceField } from '@cyclogram/core';
import { uploadImage } from '../api/images';
import type { ControlProps } from './FieldRow';
import { FileChoice } from './FileChoice';

const maxBytes = 20 * 1024 * 1024;

/** Reads the table in a .cube file. @throws Error with a sentence of what is wrong with it */
async function tableIn(file: File) {
  if (file.size > maxBytes) throw new Error('The file is larger than 20 MB.');
  try {
    return parseCube(await file.text());
  } catch (error) {
    const why = (error as Error).message;
    throw new Error(`${why.charAt(0).toUpperCase()}${why.slice(1)}.`, { cause: error });
  }
}

/** The table in a .cube file as an image that the server keeps. */
async function imageOf(file: File): Promise<File> {
  const { width, height, rgba } = imageOfLookup(await tableIn(file));
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(rgba, width, height), 0, 0);
  return new File([await canvas.convertToBlob({ type: 'image/png' })], `${file.name}.png`);
}

/** A choice of the film's tables of colours, and a new one from a .cube file. */
export function LookupInput(props: ControlProps<ReferenceField, string | null>) {
  return (
    <FileChoice
      {...props}
      list="lookups"
      addLabel="Add a .cube file…"
      label="add look-up table"
      fileLabel="Look-up table file"
      accept=".cube"
      send={async (file) => ({
        ...(await uploadImage(await imageOf(file))),
        name: file.name.replace(/\.cube$/i, ''),
      })}
    />
  );
}
