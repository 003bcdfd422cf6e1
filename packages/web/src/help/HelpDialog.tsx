import { Dialog } from '../controls/Dialog';

const shortcuts: readonly { where: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['Space', 'play and pause'],
      [', and .', 'one frame back or on'],
      ['Shift ← and →', 'five seconds back or on'],
      ['Home', 'to the start'],
      ['Esc', 'stop looping, or drawing'],
      ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
    ],
  },
  {
    where: 'Tape and Listening',
    keys: [
      ['Wheel, + and -', 'zoom; wheel with Shift: move along'],
      ['Drag on the ruler', 'loop a part'],
      ['Drag on the spectrogram', 'pick the open follower’s range'],
      ['Drag gate or ceiling', 'set the open follower’s limits'],
      ['Drag a round handle', 'set a fade; Alt: not to the beat'],
      ['Drag under a handle', 'where the open layer begins, ends'],
      ['Double click', 'on a fade: none; in Listening: split a band'],
    ],
  },
  {
    where: 'Picture',
    keys: [
      ['Press', 'pick a layer; with Ctrl several'],
      ['Wheel, + and -', 'zoom; wheel with Shift or Alt: move'],
      ['Middle button, arrows', 'move what is zoomed'],
      ['0, 1', 'fit, actual pixels'],
      ['P, B', 'draw with the pen, by hand'],
      ['Arrows on a handle', 'ten units; Shift a hundred, Alt one'],
      ['Alt, Shift in a drag', 'do not snap; turn by 15°'],
      ['Enter, Del on a point', 'corner or smooth, remove'],
    ],
  },
  {
    where: 'Layers and numbers',
    keys: [
      ['Ctrl C, V, D, G', 'copy, paste, duplicate, group layers'],
      ['Del', 'delete the selected layers'],
      ['↑ and ↓', 'in a number: one step; Shift ten, Alt a tenth'],
      ['Double click', 'on a number: its standard value'],
    ],
  },
];

const guide = [
  ['Bring the song in', 'Drop an audio file on Films. It becomes a film with one ear and one ring of bars.'],
  [
    'Find what to react to',
    'On the left, open an ear and press Fit to song, then adjust. The button beside its name shows it large, with its bands as a table. Add a follower for one thing alone: start from a preset, drag its range on the spectrum, and its gate on the Tape.',
  ],
  [
    'Draw',
    'On the right, add a figure from the gallery. Its card goes from where it stands to how it is laid on: path, marks, size, colour. Pick its path from the list, draw it with the pen, or read an SVG file; place it by the handles on the Screen.',
  ],
  [
    'Make it rich',
    'Duplicate a figure and give the copy another ear or range; copies inside a figure can be turned, scaled and delayed by steps. Layers that name one palette change colour together. A group is sized and faded as one; a tied copy follows its source.',
  ],
  [
    'Watch and adjust',
    'Loop two bars on the ruler and change one number at a time. Every change shows at once. Fade picture and sound by the handles on the Tape; under When, a layer has its own time.',
  ],
  ['Render', 'Render makes the video in the background. Renders shows how far it is, and has the file.'],
];

/** Shortcuts and a short guide. */
export function HelpDialog({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog
      width="w-[920px]"
      open={open}
      onOpenChange={onOpenChange}
      title="Help"
      description="Sound is on the left, the picture on the right, time on top."
    >
      <div className="grid grid-cols-[4fr_5fr] gap-10">
        <ol className="space-y-3">
          {guide.map(([what, how]) => (
            <li key={what}>
              <h3 className="font-semibold">{what}</h3>
              <p className="text-dim">{how}</p>
            </li>
          ))}
        </ol>
        <div className="space-y-3">
          {shortcuts.map(({ where, keys }) => (
            <section key={where}>
              <h3 className="mb-1 border-b border-rule font-semibold">{where}</h3>
              <dl className="grid grid-cols-[196px_1fr] gap-x-3 gap-y-0.5">
                {keys.map(([key, what]) => (
                  <div key={key} className="contents">
                    <dt className="figures text-xs leading-5">{key}</dt>
                    <dd className="text-dim">{what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </div>
    </Dialog>
  );
}
