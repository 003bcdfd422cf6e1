import { fieldTables } from '../../contract';
import { filmRecord, filmVersion } from './film';

/** The tables of docs/film-format.md. */
export const formatTables = (): string => fieldTables(filmRecord, 'Film');

/** What docs/film-format.md says of versions. */
export const versionSentence = (): string =>
  `\`version\` is ${filmVersion}. Films of versions 1 to ${filmVersion - 1} are read`;
