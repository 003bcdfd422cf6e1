import { layerRegistry, type Layer, type LayerCardId } from '@cyclogram/core';
import { createElement, type ComponentType } from 'react';
import { DepthCard } from './DepthCard';
import { FigureCard } from './FigureCard';
import { GroupCard } from './GroupCard';
import { icons } from '../controls/icons';
import { LetteringCard } from './LetteringCard';
import { LinkedCard } from './LinkedCard';
import { PaneCard } from './PaneCard';
import { PlainCard } from './PlainCard';
import type { LayerEdits } from './useLayerEdits';

interface CardProps {
  layer: Layer;
  edits: LayerEdits;
}

/** Cards that are more than a record, and the usual one; each is only given layers of the kinds that ask for it. */
const cards: Record<LayerCardId | 'plain', ComponentType<CardProps>> = {
  plain: PlainCard,
  figure: FigureCard as ComponentType<CardProps>,
  group: GroupCard as ComponentType<CardProps>,
  linked: LinkedCard as ComponentType<CardProps>,
  stage: DepthCard as ComponentType<CardProps>,
  pane: PaneCard as ComponentType<CardProps>,
  lettering: LetteringCard as ComponentType<CardProps>,
};

/** What is its own of a kind of layer. */
export function KindCard({ layer, edits }: CardProps) {
  const kind = layerRegistry.of(layer);
  if (!kind) {
    return (
      <p className="py-2 text-xs text-dim">
        A newer Cyclogram made this layer. This one keeps it as it is, and draws nothing of it.
      </p>
    );
  }
  return createElement(cards[kind.card ?? 'plain'], { layer, edits });
}

/** The sign of a kind of layer in the list; none for the usual kind. */
export function KindIcon({ layer, label }: { layer: Layer; label: string | undefined }) {
  const icon = layerRegistry.of(layer)?.icon;
  const Icon = icon && icons[icon];
  return Icon ? <Icon size={12} className="shrink-0 text-dim" aria-label={label} /> : null;
}
