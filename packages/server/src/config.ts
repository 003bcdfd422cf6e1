import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** Limits on what is taken in. */
export const limits = {
  uploadBytes: 500 * 1024 * 1024,
  songSeconds: 2 * 3600,
  filmBytes: 8 * 1024 * 1024,
  imageBytes: 30 * 1024 * 1024,
  typefaceBytes: 20 * 1024 * 1024,
};

/** Where everything is kept. All files live under one folder. */
export interface DataFolder {
  root: string;
  database: string;
  /** Decoded tracks and their waveforms, by SHA-256 of the upload. */
  assets: string;
  /** Uploads and other files still being written, by this process: the server and the command line may work side by side. */
  incoming: string;
  /** Uploaded images, decoded and written anew as PNG, by SHA-256. */
  images: string;
  /** Uploaded videos with their copies, by SHA-256 of the upload. */
  footage: string;
  /** Uploaded typefaces, by SHA-256. */
  typefaces: string;
  /** Pictures of films for the library. */
  thumbnails: string;
  /** Render segments while they are made, finished videos afterwards. */
  renders: string;
}

/** Names the data folder's parts and creates what is missing. */
export function openDataFolder(root: string): DataFolder {
  const folder = {
    root: resolve(root),
    database: resolve(root, 'cyclogram.sqlite'),
    assets: resolve(root, 'assets'),
    incoming: resolve(root, 'incoming', String(process.pid)),
    images: resolve(root, 'images'),
    footage: resolve(root, 'footage'),
    typefaces: resolve(root, 'typefaces'),
    thumbnails: resolve(root, 'thumbnails'),
    renders: resolve(root, 'renders'),
  };
  for (const path of [
    folder.assets,
    folder.incoming,
    folder.images,
    folder.footage,
    folder.typefaces,
    folder.thumbnails,
    folder.renders,
  ]) {
    mkdirSync(path, { recursive: true });
  }
  return folder;
}

/** CYCLOGRAM_DATA, or `data` in the current folder. */
export const dataRoot = () => process.env['CYCLOGRAM_DATA'] ?? join(process.cwd(), 'data');

/** PORT, or 5178. */
export function serverPort(): number {
  const port = Number(process.env['PORT'] ?? 5178);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error(`PORT must be a number from 0 to 65535, not "${process.env['PORT']}"`);
  }
  return port;
}
