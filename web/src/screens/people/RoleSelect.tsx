import { ROLE_WORDS, ROLES, type Role } from '@upholder/core/people';
import type { SelectHTMLAttributes } from 'react';
import { Select } from '../../parts/controls.tsx';

/** One of the roles. */
export function RoleSelect({
  onRole,
  ...rest
}: { value: Role; onRole(role: Role): void } & Omit<SelectHTMLAttributes<HTMLSelectElement>, 'value'>) {
  return (
    <Select {...rest} onChange={({ target }) => onRole(target.value as Role)}>
      {ROLES.map((one) => (
        <option key={one} value={one}>
          {ROLE_WORDS[one].name}
        </option>
      ))}
    </Select>
  );
}
