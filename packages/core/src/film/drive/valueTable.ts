import { isPoint, type MovingValue } from '../../contract';
import type { Hearing } from '../../sound';
import { frameMoment, frameRange } from '../../picture';
import type { Film } from '../document/film';
import { partCount } from '../document/layerGraph';
import type { Table } from '../export/tables';
import { planOf, valueNow, type Driver } from './plan';

/** Name of a column: `ownerId.key`, with the id of the item in brackets where the key leads into a list. */
function columnOf({ address }: Driver): string {
  const owner = address.id === '' ? address.list : address.id;
  if (address.item === '') return `${owner}.${address.key}`;
  const keys = address.key.split('.');
  const last = keys.pop()!;
  return `${owner}.${keys.join('.')}[${address.item}].${last}`;
}

interface Column {
  name: string;
  at(t: number): string | number;
}

const cell = (value: MovingValue): string | number =>
  typeof value === 'number' ? Number(value.toFixed(6)) : String(value);

function columnsOf(driver: Driver, film: Film, hearing: Hearing): Column[] {
  const name = columnOf(driver);
  const layer = film.layers.find(({ id }) => id === driver.address.id);
  const count = driver.address.list === 'layers' && layer ? partCount(layer, film) : 1;
  const spreads = count > 1 && driver.motions.some(({ cord }) => cord.spread);
  const parts = spreads ? Array.from({ length: count }, (_, index) => ({ index, count })) : [undefined];
  return parts.flatMap((part) => {
    const own = part ? `${name}[${part.index}]` : name;
    const at = (t: number) => valueNow(driver, film, hearing, t, part);
    if (!isPoint(driver.value)) return [{ name: own, at: (t: number) => cell(at(t)) }];
    return (['x', 'y'] as const).map((axis) => ({
      name: `${own}.${axis}`,
      at(t: number) {
        const value = at(t);
        return cell(isPoint(value) ? value[axis] : value);
      },
    }));
  });
}

/**
 * The values of everything that moves, as drawn: a row for each frame at its moment, the time first, and a column for each
 * property; two for points and scales, one for each part where cords spread, colours as #rrggbb.
 * @param from and `to`: seconds
 */
export function valueTable(film: Film, hearing: Hearing, fps: number, from: number, to: number): Table {
  const columns = Object.values(planOf(film)).flatMap((owners) =>
    [...owners.values()].flatMap((drivers) => drivers.flatMap((driver) => columnsOf(driver, film, hearing))),
  );
  const { first, count } = frameRange(from, to, fps);
  const rows = Array.from({ length: count }, (_, n) => {
    const t = frameMoment(first + n, fps);
    return [Number(t.toFixed(6)), ...columns.map(({ at }) => at(t))];
  });
  return { columns: ['time', ...columns.map(({ name }) => name)], rows };
}
