import config from './playwright.config.ts';
import { defineConfig } from '@playwright/test';

/** Makes docs/screenshots from the demo world. */
export default defineConfig({ ...config, testMatch: '*.pictures.ts', reporter: [['line']] });
