import {
  kindOfFollower,
  defaultFollower,
  fieldOf,
  followerFields,
  followerPresets,
  followerRecord,
  type Follower,
  type ReferenceField,
} from '@cyclogram/core';
import { Ear as EarIcon, Trash2 } from 'lucide-react';
import { Button } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { Fields } from '../controls/Fields';
import { ReferenceInput } from '../controls/ReferenceInput';
import { findFollower, useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { keepOrder } from './earChanges';
import { firesText, inUnit, leadOf, leadText } from './followerWords';
import { RangePicker } from './RangePicker';

const presetField = {
  kind: 'choice',
  key: 'preset',
  label: 'Preset',
  help: 'Usual ranges of instruments.',
  choices: followerPresets.map(({ id, label }) => ({ value: id, label })),
} as const;

const earField = fieldOf(followerRecord, 'ear') as ReferenceField;

const isPreset = (follower: Follower, settings: Partial<Follower>) =>
  Object.entries(settings).every(([key, value]) => follower[key as keyof Follower] === value);

/** Everything about one follower. Its level over the song is drawn on the Tape while it is open. */
export function FollowerCard({ follower }: { follower: Follower }) {
  const { id } = follower;
  const beats = useEditor((state) => state.film.beats);
  const change = useEditor((state) => state.change);
  const report = usePreviewState((state) => state.followers[id]);
  const setAll = (label: string, part: Partial<Follower>, key = label) =>
    change(`follower ${label}`, (film) => void Object.assign(findFollower(film, id)!, part), `${id} ${key}`);
  const set = (key: string, value: unknown) =>
    setAll(
      key,
      key === 'unit' && report
        ? inUnit(follower, report, value as Follower['unit'])
        : keepOrder(follower, key, value),
    );
  const preset = followerPresets.find(({ settings }) => isPreset(follower, settings));
  const lead = report && leadOf(follower, report);
  const { ranged, listen, wholeSong, unit } = kindOfFollower(follower);
  return (
    <div className="px-3 pb-3">
      <input
        aria-label="Name of the follower"
        value={follower.name}
        maxLength={200}
        onChange={({ target }) => setAll('name', { name: target.value })}
        className="h-7 w-full border-b border-rule bg-transparent"
      />
      <ReferenceInput
        field={earField}
        value={follower.ear}
        onChange={(ear) => setAll('ear', { ear: ear! })}
      />
      <ChoiceInput
        field={presetField}
        value={preset?.id ?? ''}
        placeholder="None"
        onChange={(value) => {
          const chosen = followerPresets.find((other) => other.id === value)!;
          const unnamed = /^Follower \d+$/.test(follower.name) || preset?.label === follower.name;
          setAll('preset', { ...chosen.settings, ...(unnamed ? { name: chosen.label } : {}) });
        }}
      />
      {ranged && (
        <>
          <RangePicker
            earId={follower.ear}
            range={[follower.fromHz, follower.toHz]}
            onChange={([fromHz, toHz]) => setAll('range', { fromHz, toHz })}
          />
          <ListenButton range={[follower.fromHz, follower.toHz]} />
        </>
      )}
      {report && listen && (
        <p className="mt-1 text-amber" data-testid="fires">
          {firesText(follower, report)}
        </p>
      )}
      {lead !== undefined && report?.lead !== undefined && (
        <div className="mt-1 flex items-center justify-between gap-2 text-dim">
          <p>{leadText(lead)}</p>
          <Button
            title="Sets the delay so that the rise meets the hit"
            onClick={() => setAll('align', { delay: Math.round(report.lead! * 1000) / 1000 })}
          >
            Align
          </Button>
        </div>
      )}
      {report?.wholeSong !== undefined && wholeSong && (
        <p className="figures text-dim">
          {wholeSong.label} {report.wholeSong.toFixed(1)} {unit}
        </p>
      )}
      {!listen && !beats && (
        <p className="mt-1 text-amber">The film has no beats yet: find or tap them on the Tape.</p>
      )}
      <Fields
        groups={followerFields}
        values={follower}
        defaults={{ ...defaultFollower('', '') }}
        onChange={set}
      />
      <Button
        className="mt-3"
        onClick={() =>
          change(
            'remove follower',
            (film) => void (film.followers = film.followers.filter((other) => other.id !== id)),
          )
        }
      >
        <Trash2 size={13} /> Remove the follower
      </Button>
    </div>
  );
}

/** While held, only the range is heard. */
function ListenButton({ range }: { range: readonly [number, number] }) {
  const preview = usePreview();
  const start = () => preview.setBand(range);
  const stop = () => preview.setBand(undefined);
  return (
    <Button
      className="mt-1 touch-none select-none active:bg-amber active:text-room"
      title="Hold while the song plays to solo this range"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        start();
      }}
      onPointerUp={stop}
      onPointerCancel={stop}
      onKeyDown={(event) => {
        if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) start();
      }}
      onKeyUp={stop}
      onBlur={stop}
    >
      <EarIcon size={13} /> Hold to hear the range
    </Button>
  );
}
