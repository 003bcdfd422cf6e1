import { expect, it } from 'vitest';
import { channelParts } from './pcm';

it('analyses both channels where their powers count', () => {
  expect(channelParts('mix')).toEqual(['left', 'right']);
  expect(channelParts('side')).toEqual(['side']);
});
