// Writes what a turn has drafted: all of it in one transaction, or nothing.
import { foldVersion } from '@green-lamp/core/journal';
import type { Database } from '../shell/database.ts';
import type { Tables } from './tables.ts';
import { type Draft, rowsOf } from './turn.ts';

export const commit = (database: Database, to: Tables, draft: Draft): void => {
  if (rowsOf(draft) === 0) return;
  database.statements.transaction(() => {
    for (const row of draft.secrets.values()) to.secret.put(row);
    for (const [ref, stream] of draft.erased) database.statements.run('delete from secret where ref = ? and stream = ?', [ref, stream]);
    for (const row of draft.blobs.values()) to.blob.putNew(row);
    for (const row of draft.entries) to.entry.insert(row);
    if (draft.entries.length > 0)
      for (const [stream, { seq, link, received }] of draft.heads) to.stream.put({ stream, seq, link, received });
    for (const row of draft.frames) to.frame.insert(row);
    for (const [id, more] of draft.repeats) to.frame.change('repeats = repeats + ?', 'id = ?', [more, id]);
    for (const [id, entry] of draft.picked) to.frame.change('entry = ?', 'id = ? and entry is null', [entry, id]);
    for (const hash of draft.named) database.statements.run('insert or ignore into blob_named values (?)', [hash]);
    for (const [what, { recent, ...of }] of draft.heard) to.heard.put({ what, ...of, recent: JSON.stringify(recent) });
    for (const [account, station] of draft.accounts) {
      if (station === null) to.account.remove(account);
      else to.account.put({ account, station });
    }
    for (const [what, row] of draft.addresses) {
      if (row === null) to.address.remove(what);
      else to.address.put({ what, ...row });
    }
    for (const [stream, { seq, state }] of draft.states) to.state.put({ stream, seq, foldVersion, json: JSON.stringify(state) });
    for (const row of draft.logins.values()) to.login.put(row);
    for (const [id, row] of draft.sessions) {
      if (row === null) to.session.remove(id);
      else to.session.put(row);
    }
    for (const [id, row] of draft.deviceKeys) {
      if (row === null) to.deviceKey.remove(id);
      else to.deviceKey.put(row);
    }
    for (const [name, value] of draft.meta) to.meta.put({ name, value });
  });
};
