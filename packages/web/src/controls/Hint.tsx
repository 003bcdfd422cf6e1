import { Tooltip } from 'radix-ui';
import { useEffect, useState } from 'react';

/** Milliseconds that the pointer rests before something is said. */
const delay = 400;

interface Shown {
  element: HTMLElement;
  label: string;
  keys: string | undefined;
}

/**
 * Says what the control under the pointer, or the one that the keyboard came to, is called: its `data-hint`, and its shortcut
 * in `data-keys`. One for the whole application:
 * one for each button would take longer to build than the button.
 */
export function Hint() {
  const [shown, setShown] = useState<Shown>();
  useEffect(() => {
    let at: HTMLElement | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hide = () => {
      clearTimeout(timer);
      at = undefined;
      setShown(undefined);
    };
    const over = ({ target, type }: Event) => {
      const element = (target as Element | null)?.closest?.<HTMLElement>('[data-hint]') ?? undefined;
      if (element === at) return;
      hide();
      // What was focused by a press needs no name.
      if (!element || (type === 'focusin' && !element.matches(':focus-visible'))) return;
      at = element;
      const { hint: label = '', keys } = element.dataset;
      timer = setTimeout(
        // It may be gone by then.
        () => element.isConnected && setShown({ element, label, keys }),
        type === 'focusin' ? 0 : delay,
      );
    };
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && hide();
    const options = { capture: true, passive: true };
    const handlers = [
      ['pointerover', over],
      ['focusin', over],
      ['focusout', hide],
      ['pointerdown', hide],
      ['scroll', hide],
      ['keydown', onKey],
    ] as [string, EventListener][];
    for (const [type, handler] of handlers) document.addEventListener(type, handler, options);
    return () => {
      clearTimeout(timer);
      for (const [type, handler] of handlers) document.removeEventListener(type, handler, options);
    };
  }, []);
  if (!shown) return null;
  const { left, top, width, height } = shown.element.getBoundingClientRect();
  return (
    <Tooltip.Root open key={`${left} ${top}`}>
      <Tooltip.Trigger asChild>
        <span aria-hidden className="pointer-events-none fixed" style={{ left, top, width, height }} />
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={4}
          className="pointer-events-none z-50 border border-rule bg-raised px-2 py-0.5 text-xs"
        >
          {shown.label}
          {shown.keys && <kbd className="figures ml-2 text-dim">{shown.keys}</kbd>}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
