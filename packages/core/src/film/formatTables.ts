import { fieldTables } from '../property/fieldTables';
import { filmRecord } from './film';

/** The tables of docs/film-format.md. */
export const formatTables = (): string => fieldTables(filmRecord, 'Film');
