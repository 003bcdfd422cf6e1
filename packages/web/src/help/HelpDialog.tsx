import { Link } from 'react-router';
import { Dialog } from '../controls/Dialog';
import { inShortcuts } from '../controls/shortcut';
import { kindLists } from './kindLists';

const shortcuts: readonly { where: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['Space', 'play and pause'],
      [', and .', 'previous, next frame'],
      ['Shift ← and →', 'five seconds back, forward'],
      ['Home', 'start of the film'],
      ['Esc', 'end the loop, or drawing'],
      ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
    ],
  },
  {
    where: 'Tape and Listening',
    keys: [
      ['Wheel, + and -', 'zoom; wheel with Shift: scroll'],
      ['Drag on the ruler', 'loop a range'],
      ['Drag on the spectrogram', 'set the open follower’s range'],
      ['Drag gate or ceiling', 'set the open follower’s limits'],
      ['Drag a round handle', 'set a fade; Alt: no snapping'],
      ['Drag under a handle', 'start and end of the open layer'],
      ['Double click', 'on a fade: reset; in Listening: split a band'],
    ],
  },
  {
    where: 'Picture',
    keys: [
      ['Click', 'select a layer; with Ctrl one more'],
      ['Wheel, + and -', 'zoom; wheel with Shift or Alt: pan'],
      ['Middle button, arrows', 'pan'],
      ['0, 1', 'fit, actual pixels'],
      ['O, held', 'the picture without its finish'],
      ['P, B', 'pen, freehand'],
      ['Arrows on a handle', 'ten units; Shift a hundred, Alt one'],
      ['Alt, Shift in a drag', 'no snapping; steps of 15°'],
      ['Enter, Del on a point', 'corner or smooth, delete'],
      ['Drag in a stage’s ring', 'orbit the camera; wheel: nearer, farther'],
    ],
  },
  {
    where: 'Layers and numbers',
    keys: [
      ['Ctrl A', 'select all layers; Shift and a click: all up to it'],
      ['Ctrl C, V, D, G', 'copy, paste, duplicate, group layers'],
      ['Del', 'delete the selected layers'],
      ['↑ and ↓', 'in a number: one step; Shift ten, Alt a tenth'],
      ['Double click', 'on a number: its default'],
    ],
  },
];

const guide = [
  ['Import a song', 'Drop an audio file on Films. It becomes a film with one ear and one ring of bars.'],
  [
    'Analyse it',
    'On the left, open an ear and press Fit to song, then adjust. The button beside its name shows it large, with its bands as a table. Add a follower for a single value: choose a preset, drag its range on the spectrum, and its gate on the Tape.',
  ],
  [
    'Draw',
    'On the right, add a figure from the gallery, or letters, an image, a shape. Its card goes from path and marks to size, colour and blending. Choose a shape for its path, draw one with the pen, or import an SVG file; move it by the handles on the Screen.',
  ],
  [
    'Add layers',
    'Duplicate a figure and give the copy another ear or range; copies inside a figure are rotated, scaled and delayed step by step. Layers with a shared palette change colour together. A group is scaled and blended as one; a linked copy follows its source.',
  ],
  [
    'Build a stage',
    'Depth in the gallery has landscapes, globes, arrays and extruded letters. Drag within the ring on the Screen to orbit, turn the wheel to come nearer; Frame all brings everything into view. Each body has its own material; light and environment are those of the stage.',
  ],
  [
    'Tie it to the sound',
    'Drag from the round port of a follower onto any property, or press the port at the left of a property: so much at rest, so much on a full hit. Keyframes, and motions that go by themselves, are chosen in the same place. Cords lists them all; sections of the song are suggested and named on the Tape.',
  ],
  [
    'Dress it',
    'Finish, on any layer and under Picture, is a list of passes: glow, blur, grading, grain. Add one from its gallery, with before and after; drag to reorder; hold Before to compare. Masks cut a layer, a pane changes what lies below. Particles, flares and footage are layers.',
  ],
  [
    'Refine',
    'Loop two bars on the ruler and change one number at a time. Every change shows at once. Fade picture and sound by the handles on the Tape; Timing gives a layer its own start, end and fades.',
  ],
  [
    'Render',
    'Render makes files of any format in the background, several at once. Renders shows their progress and order, and has the files.',
  ],
  [
    'Again',
    'Recipe keeps the look for the next song: drop that on it in the library. Swap the song keeps everything else. The right button on a property or a heading resets it.',
  ],
  [
    'Back up',
    'Deleted films and renders stay in the bin, under Storage, for 30 days. Export a film as one file with everything it uses, and import it on another machine. Storage shows disk usage and frees space.',
  ],
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
        <div>
          <p className="mb-3">
            <Link to="/first-film" className="text-glass underline" onClick={() => onOpenChange(false)}>
              Your first film in ten steps
            </Link>
          </p>
          <ol className="space-y-3">
            {guide.map(([what, how]) => (
              <li key={what}>
                <h3 className="font-semibold">{what}</h3>
                <p className="text-dim">{how}</p>
              </li>
            ))}
          </ol>
        </div>
        <div className="space-y-3">
          {shortcuts.map(({ where, keys }) => (
            <section key={where}>
              <h3 className="mb-1 border-b border-rule font-semibold">{where}</h3>
              <dl className="grid grid-cols-[196px_1fr] gap-x-3 gap-y-0.5">
                {keys.map(([key, what]) => (
                  <div key={key} className="contents">
                    <dt className="figures text-xs leading-5">{inShortcuts(key)}</dt>
                    <dd className="text-dim">{inShortcuts(what)}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <section>
            <h3 className="mb-1 border-b border-rule font-semibold">Kinds</h3>
            <dl className="grid grid-cols-[112px_1fr] gap-x-3 gap-y-0.5">
              {kindLists.map(({ family, names }) => (
                <div key={family} className="contents">
                  <dt className="text-xs leading-5">{family}</dt>
                  <dd className="text-dim">{names.join(', ')}</dd>
                </div>
              ))}
            </dl>
          </section>
        </div>
      </div>
    </Dialog>
  );
}
