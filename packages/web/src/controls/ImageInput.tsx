import type { ReferenceField } from '@cyclogram/core';
import { uploadImage } from '../api/images';
import type { ControlProps } from './FieldRow';
import { FileChoice } from './FileChoice';

/** A choice of the film's images, and a new one from a file. */
export function ImageInput(props: ControlProps<ReferenceField, string | null>) {
  return (
    <FileChoice
      {...props}
      list="images"
      addLabel="Add an image…"
      label="add image"
      fileLabel="Image file"
      accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
      send={async (file) => ({ ...(await uploadImage(file)), name: file.name })}
    />
  );
}
