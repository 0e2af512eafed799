/**
 * Each test file of a thread has modules of its own, whose caches know nothing of the file before; the packages that they use are loaded
 * once.
 */
import { vi } from 'vitest';

vi.resetModules();
