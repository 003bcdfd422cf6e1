import {
  bodyKinds,
  bodyLabel,
  cameraPresets,
  cameraRecord,
  defaultsOf,
  fieldsOf,
  kindOf,
  lightRecord,
  type BodyKindName,
  type BodySettings,
  type Camera,
  type DepthLayer,
  type FieldGroup,
} from '@cyclogram/core';
import { Maximize, Plus, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { Button, IconButton } from '../controls/Button';
import { CardSection } from '../controls/CardSection';
import { FieldRows } from '../controls/Fields';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { usePreview } from '../editor/previewContext';
import { BodyFields } from './BodyFields';
import { changedNote } from './notes';
import { Slot } from './slots/slots';
import { addBody, eachStage, maxBodies, removeBody } from './stageChanges';
import type { LayerEdits } from './useLayerEdits';

/** A stage: what stands on it, where it is seen from, and what lights it. */
export function DepthCard({ layer, edits }: { layer: DepthLayer; edits: LayerEdits }) {
  return (
    <>
      {layer.bodies.map((body, index) => (
        <BodySection key={body.id} layer={layer} body={body} index={index} edits={edits} />
      ))}
      <AddBody layer={layer} edits={edits} />
      <CameraSection layer={layer} edits={edits} />
      <LightSections layer={layer} edits={edits} />
    </>
  );
}

interface BodySectionProps {
  layer: DepthLayer;
  body: BodySettings;
  index: number;
  edits: LayerEdits;
}

function BodySection({ layer, body, index, edits }: BodySectionProps) {
  const alike = layer.bodies.filter(({ kind }) => kind === body.kind);
  const label = bodyLabel(body);
  const name = alike.length > 1 ? `${label} ${alike.indexOf(body) + 1}` : label;
  return (
    <CardSection
      heading={name}
      keys={['bodies.']}
      note={kindOf(bodyKinds, body) ? undefined : 'of a newer version'}
      tools={
        <IconButton
          label={`Remove ${name.toLowerCase()}`}
          className="size-6"
          onClick={() => eachStage(edits, 'remove body', '', (stage) => removeBody(stage, index))}
        >
          <Trash2 size={12} />
        </IconButton>
      }
    >
      <BodyFields
        body={body}
        onChange={(key, value) =>
          eachStage(edits, `${label.toLowerCase()}`, `body ${index} ${key}`, (stage) => {
            const own = stage.bodies[index];
            if (own?.kind === body.kind) Object.assign(own, { [key]: value });
          })
        }
      />
    </CardSection>
  );
}

function AddBody({ layer, edits }: { layer: DepthLayer; edits: LayerEdits }) {
  const film = useEditor((state) => state.film);
  const ear = film.ears[0]?.id ?? null;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        disabled={layer.bodies.length >= maxBodies}
        className="mt-3 flex h-7 items-center gap-1.5 rounded-sm border border-edge px-2 hover:bg-raised disabled:opacity-40"
      >
        <Plus size={13} /> Add a body
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className={menuSheet}>
          {(Object.keys(bodyKinds) as BodyKindName[]).map((kind) => (
            <DropdownMenu.Item
              key={kind}
              className={menuRow}
              title={bodyKinds[kind].about}
              onSelect={() =>
                eachStage(edits, 'add body', '', (stage) => addBody(stage, kind, film, ear, newId('body')))
              }
            >
              {bodyKinds[kind].label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const cameraFields = fieldsOf(cameraRecord);

function CameraSection({ layer, edits }: { layer: DepthLayer; edits: LayerEdits }) {
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  const preview = usePreview();
  const defaults = { ...defaultsOf(cameraRecord, { width, height }) };
  const values = { ...layer.camera };
  const set = (part: Partial<Camera>, key: string) =>
    eachStage(edits, 'camera', `camera ${key}`, ({ camera }) => void Object.assign(camera, part));
  const frame = async () => {
    const framing = await preview.request('frameStage', { layer: layer.id });
    if (!framing) toast.error('Nothing stands on the stage, so there is nothing to fit.');
    else set(framing, 'frame');
  };
  return (
    <CardSection heading="Camera" keys={['camera.']} note={changedNote(cameraFields, values, defaults)}>
      <div className="my-1 flex flex-wrap gap-1">
        {Object.entries(cameraPresets).map(([name, { label, orbit, tilt }]) => (
          <Button
            key={name}
            className="h-6 px-1.5 text-xs"
            onClick={() => set({ orbit, tilt, roll: 0 }, name)}
          >
            {label}
          </Button>
        ))}
        <Button
          className="h-6 px-1.5 text-xs"
          title="Everything in view at the song’s loudest moments"
          onClick={() => void frame()}
        >
          <Maximize size={12} /> Frame all
        </Button>
      </div>
      <FieldRows
        at="camera"
        fields={cameraFields}
        values={values}
        defaults={defaults}
        onChange={(key, value) => set({ [key]: value }, key)}
      />
    </CardSection>
  );
}

function LightSections({ layer, edits }: { layer: DepthLayer; edits: LayerEdits }) {
  const defaults = { ...defaultsOf(lightRecord, { width: 0, height: 0 }) };
  const values = { ...layer.light };
  return (lightRecord.groups as readonly FieldGroup[]).map(({ heading, fields, slot }) => (
    <CardSection
      key={heading}
      heading={heading}
      open={false}
      keys={fields.flatMap((field) => ('key' in field ? [`light.${field.key}`] : []))}
      note={changedNote(fields, values, defaults)}
    >
      <Slot
        id={slot}
        item={layer.id}
        values={values}
        defaults={defaults}
        onChange={(part, label) =>
          eachStage(edits, label, label, ({ light }) => void Object.assign(light, part))
        }
      />
      <FieldRows
        at="light"
        fields={fields}
        values={values}
        defaults={defaults}
        onChange={(key, value) =>
          eachStage(
            edits,
            'light',
            `light ${key}`,
            ({ light }) => void Object.assign(light, { [key]: value }),
          )
        }
      />
    </CardSection>
  ));
}
