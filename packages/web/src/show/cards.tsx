import { kindOf, layerKinds, type Layer, type LayerKindName, type LayerOf } from '@cyclogram/core';
import type { ComponentType } from 'react';
import { DepthCard } from './DepthCard';
import { FigureCard } from './FigureCard';
import { GroupCard } from './GroupCard';
import { icons } from './icons';
import { LetteringCard } from './LetteringCard';
import { LinkedCard } from './LinkedCard';
import { PaneCard } from './PaneCard';
import { PlainCard } from './PlainCard';
import type { LayerEdits } from './useLayerEdits';

interface CardProps<Kind extends LayerKindName> {
  layer: LayerOf<Kind>;
  edits: LayerEdits;
}

type Card<Kind extends LayerKindName> = ComponentType<CardProps<Kind>>;

/** The card of each kind of layer. */
const cards: { [Kind in LayerKindName]: Card<Kind> } = {
  figure: FigureCard,
  group: GroupCard,
  linked: LinkedCard,
  fill: PlainCard,
  image: PlainCard,
  shape: PlainCard,
  progress: PlainCard,
  depth: DepthCard,
  footage: PlainCard,
  particles: PlainCard,
  flare: PlainCard,
  pane: PaneCard,
  lettering: LetteringCard,
};

/** What is its own of a kind of layer. */
export function KindCard({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const LayerCard = Object.hasOwn(cards, layer.kind) ? (cards[layer.kind] as Card<LayerKindName>) : undefined;
  if (!LayerCard) {
    return (
      <p className="py-2 text-xs text-dim">
        A newer Cyclogram made this layer. This one keeps it as it is, and draws nothing of it.
      </p>
    );
  }
  return <LayerCard layer={layer} edits={edits} />;
}

/** The sign of a kind of layer in the list; none for the usual kind. */
export function KindIcon({ layer, label }: { layer: Layer; label: string | undefined }) {
  const icon = kindOf(layerKinds, layer)?.icon;
  const Icon = icon && icons[icon];
  return Icon ? <Icon size={12} className="shrink-0 text-dim" aria-label={label} /> : null;
}
