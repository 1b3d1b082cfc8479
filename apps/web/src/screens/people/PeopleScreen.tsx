// People and access: who may do what, where they are signed in, what machines hold, who came in, and the desk's copies.
import { PartTabs, usePart } from '../../parts/PartTabs.tsx';
import { AuditPart } from './AuditPart.tsx';
import { CopiesPart } from './CopiesPart.tsx';
import { MachinesPart } from './MachinesPart.tsx';
import { RolesPart } from './RolesPart.tsx';
import { SecretsPart } from './SecretsPart.tsx';

const parts = [
  { id: 'people', label: 'People', Part: RolesPart },
  { id: 'machines', label: 'Machines', Part: MachinesPart },
  { id: 'secrets', label: 'Secrets', Part: SecretsPart },
  { id: 'audit', label: 'Sign-ins', Part: AuditPart },
  { id: 'copies', label: 'Copies', Part: CopiesPart },
] as const;

export const PeopleScreen = () => {
  const { id, Part } = usePart('of', parts);
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="People and access">
      <h1 className="mb-3 text-head font-bold">People and access</h1>
      <PartTabs label="Which side" name="of" parts={parts} open={id}>
        <Part />
      </PartTabs>
    </div>
  );
};
