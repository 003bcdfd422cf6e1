import { beatsAt, sectionAt } from '../../sound';
import type { ShownFilm } from '../display/shownFilm';

/** What a readout is made of. */
export interface ReadoutContext {
  film: ShownFilm;
  /** Seconds. */
  t: number;
  /** Length of the film in seconds. */
  end: number;
}

interface ReadoutFormat {
  /** Empty for the usual one. */
  name: string;
  example: string;
  text(context: ReadoutContext): string;
}

/** Text that changes by itself. A new one is an entry here. */
export interface Readout {
  name: string;
  label: string;
  formats: readonly [ReadoutFormat, ...ReadoutFormat[]];
}

const pad = (value: number, digits = 2) => String(value).padStart(digits, '0');

/** Whole seconds that have gone: half way to the next one is not there yet. */
const whole = (seconds: number) => Math.floor(seconds + 1e-6);

/** 1:05 */
export function clockText(seconds: number): string {
  const all = Math.max(0, whole(seconds));
  return `${Math.floor(all / 60)}:${pad(all % 60)}`;
}

const hoursText = (seconds: number) => {
  const all = Math.max(0, whole(seconds));
  return `${Math.floor(all / 3600)}:${pad(Math.floor(all / 60) % 60)}:${pad(all % 60)}`;
};

const tenthsText = (seconds: number) => {
  const all = Math.max(0, Math.floor(seconds * 10 + 1e-6));
  return `${Math.floor(all / 600)}:${pad(Math.floor(all / 10) % 60)}.${all % 10}`;
};

const times = (seconds: (context: ReadoutContext) => number): Readout['formats'] => {
  const known = (context: ReadoutContext, text: (value: number) => string) => {
    const value = seconds(context);
    return Number.isFinite(value) ? text(value) : '';
  };
  return [
    { name: '', example: '1:05', text: (context) => known(context, clockText) },
    { name: 'tenths', example: '1:05.3', text: (context) => known(context, tenthsText) },
    { name: 'hours', example: '0:01:05', text: (context) => known(context, hoursText) },
    {
      name: 'seconds',
      example: '65',
      text: (context) => known(context, (value) => String(Math.max(0, whole(value)))),
    },
  ];
};

const counted = (count: (context: ReadoutContext) => number | undefined): Readout['formats'] => {
  const text = (context: ReadoutContext, digits: number) => {
    const value = count(context);
    return value === undefined ? '' : pad(value, digits);
  };
  return [
    { name: '', example: '7', text: (context) => text(context, 1) },
    { name: 'two digits', example: '07', text: (context) => text(context, 2) },
    { name: 'three digits', example: '007', text: (context) => text(context, 3) },
  ];
};

export const readouts: readonly Readout[] = [
  { name: 'elapsed', label: 'Elapsed', formats: times(({ t }) => t) },
  {
    name: 'remaining',
    label: 'Remaining',
    formats: times(({ t, end }) => Math.ceil(Math.max(0, end - t) - 1e-6)),
  },
  { name: 'total', label: 'Total', formats: times(({ end }) => end) },
  {
    name: 'bar',
    label: 'Bar',
    formats: counted(({ film, t }) =>
      film.beats ? Math.floor(beatsAt(film, t) / film.beats.perBar) + 1 : undefined,
    ),
  },
  {
    name: 'beat',
    label: 'Beat of the bar',
    formats: counted(({ film, t }) => {
      if (!film.beats) return undefined;
      const { perBar } = film.beats;
      return (((Math.floor(beatsAt(film, t)) % perBar) + perBar) % perBar) + 1;
    }),
  },
  {
    name: 'tempo',
    label: 'Tempo',
    formats: [
      {
        name: '',
        example: '124',
        text: ({ film }) => (film.beats ? String(Math.round(film.beats.bpm)) : ''),
      },
      { name: 'exact', example: '124.0', text: ({ film }) => (film.beats ? film.beats.bpm.toFixed(1) : '') },
    ],
  },
  {
    name: 'section',
    label: 'Section',
    formats: [
      {
        name: '',
        example: 'Break',
        text: ({ film, t, end }) => sectionAt(film.sections, end, t)?.name ?? '',
      },
    ],
  },
  {
    name: 'title',
    label: 'Title',
    formats: [{ name: '', example: 'Breakwater Lamps', text: ({ film }) => film.title }],
  },
  {
    name: 'artist',
    label: 'Artist',
    formats: [{ name: '', example: 'Mole End', text: ({ film }) => film.artist }],
  },
];

/** How a readout stands in a text: its name in guillemets, and its format after a colon. */
export const readoutMark = (name: string, format: string): string =>
  `‹${format === '' ? name : `${name}: ${format}`}›`;

const marks = /‹([^‹›:]+)(?::([^‹›]*))?›/g;

/** A text with its readouts as they are at a moment; what is no readout stays as it is. */
export const withReadouts = (text: string, context: ReadoutContext): string =>
  text.replace(marks, (mark, name: string, format?: string) => {
    const readout = readouts.find((one) => one.name === name.trim());
    if (!readout) return mark;
    const wanted = (format ?? '').trim();
    return (readout.formats.find((one) => one.name === wanted) ?? readout.formats[0]).text(context);
  });
