import { nameKey } from '@sturdy-shim/core';
import { useEffect } from 'react';
import { useDispatch } from 'react-redux';
import { api } from '../api/index.ts';
import { connection } from './connection.ts';

/** Changes that come within this time are shown together. */
const TOGETHER_MS = 400;
const AGAIN_AFTER_MS = 5000;
/** The server sends an event every 25 s; a connection without events for longer is considered dead. */
const SILENT_MS = 60_000;
const CROWDED_AGAIN_AFTER_MS = 60_000;

/**
 * Live updates while the page is visible: the server sends the ids of changed units, and queries that show them are
 * refetched. After an interruption all queries are.
 */
export function useLive(): void {
  const dispatch = useDispatch();
  useEffect(() => {
    if (typeof EventSource === 'undefined') return undefined;
    let stream: EventSource | null = null;
    let opened = 0;
    let changed = new Set<string>();
    let everything = false;
    let timer: ReturnType<typeof setTimeout> | null = null;
    let again: ReturnType<typeof setTimeout> | null = null;
    let silent: ReturnType<typeof setTimeout> | null = null;

    const show = (): void => {
      timer = null;
      const units = everything ? (['unit'] as const) : [...changed].map((id) => ({ type: 'unit' as const, id }));
      dispatch(api.util.invalidateTags(['yard', ...units]));
      changed = new Set();
      everything = false;
    };
    const soon = (): void => {
      timer ??= setTimeout(show, TOGETHER_MS);
    };
    const heard = (): void => {
      if (silent !== null) clearTimeout(silent);
      silent = setTimeout(() => {
        connection.is('server-away');
        close();
        follow();
      }, SILENT_MS);
    };
    const open = (): void => {
      stream = new EventSource('/api/live');
      heard();
      for (const event of ['alive', 'ready', 'units', 'database']) stream.addEventListener(event, heard);
      stream.addEventListener('error', () => {
        connection.cut();
        // Refused without a session, or by a proxy without its server: the browser does not retry, so this does.
        if (stream?.readyState !== EventSource.CLOSED) return;
        close();
        again = setTimeout(follow, AGAIN_AFTER_MS);
      });
      // The server closed this stream because the session has too many: this page reconnects when it is visible again.
      stream.addEventListener('crowded', () => {
        close();
        again = setTimeout(follow, CROWDED_AGAIN_AFTER_MS);
      });
      stream.addEventListener('database', ({ data }: MessageEvent<string>) => {
        connection.is(data === 'away' ? 'database-away' : 'open');
      });
      stream.addEventListener('ready', () => {
        connection.is('open');
        opened += 1;
        // Missed events are not sent again.
        everything ||= opened > 1;
        if (opened > 1) soon();
      });
      stream.addEventListener('units', ({ data }: MessageEvent<string>) => {
        const tags = JSON.parse(data) as readonly string[] | 'many';
        if (tags === 'many') everything = true;
        else for (const tag of tags) changed.add(nameKey(tag));
        soon();
      });
    };
    const close = (): void => {
      stream?.close();
      stream = null;
      for (const timer of [again, silent]) if (timer !== null) clearTimeout(timer);
      again = null;
      silent = null;
    };
    // A browser limits connections to one server: hidden tabs close theirs.
    const follow = (): void => {
      if (document.visibilityState === 'hidden') close();
      else if (stream === null) open();
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      connection.is('open');
      close();
      if (timer !== null) clearTimeout(timer);
    };
  }, [dispatch]);
}
