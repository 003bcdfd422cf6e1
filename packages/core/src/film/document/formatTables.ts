import { fieldTables } from '../../contract';
import { filmRecord } from './film';

/** The tables of docs/film-format.md. */
export const formatTables = (): string => fieldTables(filmRecord, 'Film');
