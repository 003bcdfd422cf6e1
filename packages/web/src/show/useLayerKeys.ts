import { layerRegistry } from '@cyclogram/core';

import { useHotkeys } from 'react-hotkeys-hook';
import { useEditor, useOpenLayer } from '../editor/editorStore';
import { useLayerActions } from './useLayerActions';

/** Keys for layers: they work wherever the focus is, but for text that is being typed or selected. */
export function useLayerKeys(): void {
  const actions = useLayerActions();
  const selected = useEditor((state) => state.selected.length > 0);
  const open = useOpenLayer();
  // Only a figure has a path to draw.
  const canDraw = layerRegistry.as('figure', open) !== undefined && !open?.locked;
  const setTool = useEditor((state) => state.setTool);
  const hasText = () => (window.getSelection()?.toString() ?? '') !== '';
  const options = { preventDefault: true, enabled: selected };
  useHotkeys('mod+c', () => actions.copy(), {
    ...options,
    enabled: () => selected && !hasText(),
    preventDefault: false,
  });
  useHotkeys('mod+v', () => actions.paste(), { preventDefault: false });
  useHotkeys('mod+d', () => actions.duplicate(), options);
  useHotkeys('mod+g', () => actions.group(), options);
  useHotkeys('delete', () => actions.remove(), options);
  const drawing = { preventDefault: true, enabled: canDraw };
  useHotkeys('p', () => setTool('pen'), drawing);
  useHotkeys('b', () => setTool('freehand'), drawing);
  useHotkeys('mod+a', () => actions.selectAll(), { preventDefault: true });
}
