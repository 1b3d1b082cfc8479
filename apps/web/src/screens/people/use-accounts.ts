// The desk's accounts and tokens as a lead sees them.
import { useCallback, useEffect, useState } from 'react';
import { listAccounts, type Says } from '@green-lamp/core/api';
import { ask, NoNetwork } from '../../store/api.ts';
import { tell, useLive } from '../../store/live.ts';

export type Accounts = Says<typeof listAccounts>;
/** Asked again whenever an entry was delivered, or somebody says so. */
export const useAccounts = (): { readonly accounts: Accounts | 'away' | null; readonly look: () => void } => {
  const [accounts, setAccounts] = useState<Accounts | 'away' | null>(null);
  const { waiting, connected } = useLive();
  const look = useCallback(() => {
    ask(listAccounts).then(setAccounts, (error: unknown) => {
      setAccounts('away');
      if (!(error instanceof NoNetwork)) tell(error);
    });
  }, []);
  useEffect(() => {
    if (waiting === 0) look();
  }, [waiting, connected, look]);
  return { accounts, look };
};
