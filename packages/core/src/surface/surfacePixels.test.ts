import { describe, expect, it } from 'vitest';
import { encodePixels } from '../encode/encodePixels';
import { workingPasses } from '../pass/testPasses';
import { passMemory } from '../pass/passEngine';
import { runPassesOn } from '../pass/runPasses';
import { encodeSurface, straightPixels } from './surfacePixels';
import { Surface } from './surface';
