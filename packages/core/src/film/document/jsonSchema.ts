import { type Definitions, objectJson } from '../../contract';
import { filmRecord, filmVersion } from './film';

/**
 * The film format as JSON Schema (draft 2020-12), made from the same records as the schema that films are
 * read with. What it cannot say (ids that must exist, upper ends above lower ones) the reader checks on top.
 */
export function filmJsonSchema(): Record<string, unknown> {
  const definitions: Definitions = new Map();
  const film = objectJson(filmRecord, definitions);
  const properties = film['properties'] as Record<string, unknown>;
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:cyclogram:film:${filmVersion}`,
    title: `Cyclogram film, version ${filmVersion}`,
    ...film,
    properties: { ...properties, version: { const: filmVersion } },
    $defs: Object.fromEntries([...definitions].sort(([a], [b]) => (a < b ? -1 : 1))),
  };
}
