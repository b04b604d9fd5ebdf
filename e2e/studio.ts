import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { root, type RunningServer } from './server.ts';

export const demo = (name: string): string => readFileSync(join(root, 'demo/pieces', `${name}.musicxml`), 'utf8');

/** Requests to a running server, as another program would make them. */
export const studio = (server: () => RunningServer) => ({
  json: async <T>(path: string): Promise<T> => (await fetch(server().url + path)).json() as Promise<T>,
  send: async <T>(method: string, path: string, body: unknown): Promise<T> => (await fetch(server().url + path, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })).json() as Promise<T>,
  /** Brings a score; the piece's id. */
  bring: async (file: string, instrument = 'piano'): Promise<string> => {
    const form = new FormData();
    form.set('file', new File([file], 'score.musicxml'));
    form.set('instrument', instrument);
    return ((await (await fetch(`${server().url}/api/pieces`, { method: 'POST', body: form })).json()) as { id: string }).id;
  },
  /** A piece at the desk, drawn. */
  open: async (page: Page, id: string): Promise<void> => {
    await page.goto(`${server().url}/pieces/${id}`);
    await page.waitForSelector('.score[data-drawn=yes] .score-page svg');
    await page.waitForNetworkIdle();
  },
});
