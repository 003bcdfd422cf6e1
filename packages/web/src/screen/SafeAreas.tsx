/** Shares of width and height that stay visible everywhere: SMPTE ST 2046-1 (from memory). */
const areas = [
  { name: 'Safe for action', share: 0.93, dashes: undefined },
  { name: 'Safe for text', share: 0.9, dashes: '6 4' },
];

/** The areas of a picture that every display shows, and its middle. */
export function SafeAreas({ width, height }: { width: number; height: number }) {
  const cross = Math.min(width, height) * 0.02;
  const shapes = [
    ...areas.map(({ name, share, dashes }) => {
      const [w, h] = [width * share, height * share];
      return { name, dashes, d: `M${(width - w) / 2} ${(height - h) / 2}h${w}v${h}h${-w}z` };
    }),
    {
      name: 'Middle',
      dashes: undefined,
      d: `M${width / 2 - cross} ${height / 2}h${2 * cross}M${width / 2} ${height / 2 - cross}v${2 * cross}`,
    },
  ];
  return (
    <svg role="img" aria-label="Safe areas" className="pointer-events-none absolute inset-0 size-full">
      {shapes.map(({ name, d, dashes }) => (
        <g key={name} fill="none">
          {/* Dark below light: it shows on any picture. */}
          <path d={d} stroke="#12100e" strokeOpacity={0.6} strokeWidth={3} />
          <path d={d} stroke="#f1ece2" strokeWidth={1} strokeDasharray={dashes} />
        </g>
      ))}
    </svg>
  );
}
