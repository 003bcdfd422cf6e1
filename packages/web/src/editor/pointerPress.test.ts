import { expect, it } from 'vitest';
import { watchPresses } from './pointerPress';

it('a press of the pointer has a number of its own until just after it is let go', async () => {
  const page = new EventTarget();
  const press = watchPresses(page);
  const tell = (name: string) => page.dispatchEvent(new Event(name));
  const later = () => new Promise((resolve) => setTimeout(resolve));
  expect(press()).toBe(0);
  tell('pointerdown');
  expect(press()).toBe(1);
  tell('pointerup');
  // Whoever hears of it after us still belongs to the gesture.
  expect(press()).toBe(1);
  await later();
  expect(press()).toBe(0);
  // The next press begins before the last one is forgotten.
  tell('pointerdown');
  tell('pointercancel');
  tell('pointerdown');
  await later();
  expect(press()).toBe(3);
});
