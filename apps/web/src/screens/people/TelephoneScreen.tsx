// Put this on your telephone: the address with its code, the desk's own authority, and the steps for the common kinds of system.
import { type ReactNode, useEffect, useState } from 'react';
import { reachedAt, type Says } from '@green-lamp/core/api';
import { dayIn, instant } from '@green-lamp/core/quantity';
import { Empty, Waiting } from '../../parts/State.tsx';
import { Code } from '../../parts/Code.tsx';
import { Choose } from '../../parts/Field.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { tell } from '../../store/live.ts';

type Reached = Says<typeof reachedAt>;

const Steps = ({ title, children }: { title: string; children: ReactNode }) => (
  <details className="border-b border-rule py-2">
    <summary className="cursor-pointer py-1 font-semibold">{title}</summary>
    <ol className="list-decimal py-2 pl-6">{children}</ol>
  </details>
);

const Authority = ({ of, until }: { of: string; until: number | null }) => (
  <section aria-label="The desk’s own authority" className="mt-6">
    <h2 className="border-b border-rule-2 font-bold">1. Let the telephone know this desk</h2>
    <p className="py-2">
      No public authority vouches for this desk; it vouches for itself. Take its certificate once on each telephone.
      {until !== null && ` The desk’s own holds until ${dayIn(instant(until), 'UTC')} and is renewed by itself.`}
    </p>
    <a className="button inline-block" href="/api/authority.crt" download>
      Save the authority’s certificate
    </a>
    <p className="py-2 text-note">
      Compare its SHA-256 on the telephone: <span className="mono break-all">{of}</span>
    </p>
    <Steps title="Android">
      <li>Save the certificate on the telephone (scan the code below, accept the warning once, and save it from this very page).</li>
      <li>Settings, Security, Encryption and credentials, Install a certificate, CA certificate. Choose the saved file.</li>
      <li>Open the address again: no warning must appear.</li>
    </Steps>
    <Steps title="iPhone and iPad">
      <li>Save the certificate in the telephone’s own browser; it says that a profile was loaded.</li>
      <li>Settings, General, VPN and device management: install the profile.</li>
      <li>Settings, General, About, Certificate trust settings: switch it on. Without this step nothing is trusted.</li>
    </Steps>
    <Steps title="Windows, Mac and Linux laptops">
      <li>Windows: open the saved file, install it for this user under Trusted root certification authorities.</li>
      <li>Mac: open it, add it to the login keychain, and set it to Always trust.</li>
      <li>Linux: the browser’s own settings, Certificates, Authorities, Import.</li>
    </Steps>
  </section>
);

const Screen = ({ of: { addresses, secure, authority, until } }: { of: Reached }) => {
  const [address, setAddress] = useState(addresses[0] ?? '');
  if (addresses.length === 0)
    return (
      <Empty>
        Only this machine reaches the page. Whoever runs the desk starts it with <span className="mono">GREENLAMP_WEB_HOST=0.0.0.0</span>{' '}
        and <span className="mono">GREENLAMP_TLS=on</span>, or puts a reverse proxy before it (docs/OPERATIONS.md).
      </Empty>
    );
  return (
    <>
      {authority !== null && <Authority of={authority} until={until} />}
      <section aria-label="The address" className="mt-6">
        <h2 className="border-b border-rule-2 font-bold">{authority === null ? 'Open' : '2. Open'} the address</h2>
        <div className="flex flex-wrap items-start gap-6 py-3">
          <Code text={address} />
          <div className="flex flex-col gap-3">
            <p className="mono text-head break-all select-all">{address}</p>
            {addresses.length > 1 && (
              <Choose
                label="By another name or address"
                value={address}
                change={setAddress}
                of={addresses.map((one) => ({ value: one, label: one }))}
              />
            )}
            <p className="max-w-md text-note">
              The telephone has to be in a network from which this address is reached: the site’s or the office’s Wi-Fi, or a tunnel.
            </p>
          </div>
        </div>
      </section>
      <section aria-label="On the home screen">
        <h2 className="border-b border-rule-2 font-bold">{authority === null ? 'Put' : '3. Put'} it on the home screen</h2>
        <p className="py-2">
          In the browser’s menu: Install, or Add to home screen. It then opens without a network too. {secure ? '' : 'This needs TLS.'} Sign
          in once, open the stations of the visit or choose Keep at hand, and it works at the site with no coverage.
        </p>
      </section>
    </>
  );
};

export const TelephoneScreen = () => {
  const [reached, setReached] = useState<Reached | 'away' | null>(null);
  useEffect(() => {
    ask(reachedAt).then(setReached, (error: unknown) => {
      setReached('away');
      if (!(error instanceof NoNetwork)) tell(error);
    });
  }, []);
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="Put this on your telephone">
      <h1 className="text-head font-bold">Put this on your telephone</h1>
      {reached === null && <Waiting />}
      {reached === 'away' && <Empty>The desk does not answer: only it knows by which address it is reached.</Empty>}
      {reached !== null && reached !== 'away' && <Screen of={reached} />}
    </div>
  );
};
