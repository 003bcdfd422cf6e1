import type { Layer, LayerKindName, LayerOf } from '@cyclogram/core';
import {
  AppWindow,
  Box,
  Film,
  Folder,
  ImageIcon,
  Link2,
  PaintBucket,
  Shapes,
  Sparkles,
  Sun,
  Timer,
  Type,
  type LucideIcon,
} from 'lucide-react';
import type { ComponentType } from 'react';
import { DepthCard } from './DepthCard';
import { FigureCard } from './FigureCard';
import { GroupCard } from './GroupCard';
import { LetteringCard } from './LetteringCard';
import { LinkedCard } from './LinkedCard';
import { PaneCard } from './PaneCard';
import { PlainCard } from './PlainCard';
import type { LayerEdits } from './useLayerEdits';

interface CardProps<Kind extends LayerKindName> {
  layer: LayerOf<Kind>;
  edits: LayerEdits;
}

/** What is shown of a kind of layer: its card, and a sign in the list. */
interface Shown<Kind extends LayerKindName> {
  Card: ComponentType<CardProps<Kind>>;
  /** None for the kind that most layers are of. */
  Icon?: LucideIcon;
}

const cards: { [Kind in LayerKindName]: Shown<Kind> } = {
  figure: { Card: FigureCard },
  group: { Card: GroupCard, Icon: Folder },
  linked: { Card: LinkedCard, Icon: Link2 },
  fill: { Card: PlainCard, Icon: PaintBucket },
  image: { Card: PlainCard, Icon: ImageIcon },
  shape: { Card: PlainCard, Icon: Shapes },
  progress: { Card: PlainCard, Icon: Timer },
  depth: { Card: DepthCard, Icon: Box },
  footage: { Card: PlainCard, Icon: Film },
  particles: { Card: PlainCard, Icon: Sparkles },
  flare: { Card: PlainCard, Icon: Sun },
  pane: { Card: PaneCard, Icon: AppWindow },
  lettering: { Card: LetteringCard, Icon: Type },
};

const shownAs = ({ kind }: Layer): Shown<LayerKindName> | undefined =>
  Object.hasOwn(cards, kind) ? (cards[kind] as Shown<LayerKindName>) : undefined;

/** What is its own of a kind of layer. */
export function KindCard({ layer, edits }: { layer: Layer; edits: LayerEdits }) {
  const shown = shownAs(layer);
  if (!shown) {
    return (
      <p className="py-2 text-xs text-dim">
        A newer Cyclogram made this layer. This one keeps it as it is, and draws nothing of it.
      </p>
    );
  }
  return <shown.Card layer={layer} edits={edits} />;
}

/** The sign of a kind of layer in the list; none for the usual kind. */
export function KindIcon({ layer, label }: { layer: Layer; label: string | undefined }) {
  const shown = shownAs(layer);
  return shown?.Icon ? <shown.Icon size={12} className="shrink-0 text-dim" aria-label={label} /> : null;
}
