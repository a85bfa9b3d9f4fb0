import { NavLink } from 'react-router';

const VIEWS = [
  { to: '../pieces', name: 'List' },
  { to: '../pieces/map', name: 'Map' },
  { to: '../pieces/labels', name: 'Labels' },
  { to: '../pieces/hardware', name: 'Hardware' },
  { to: '../pieces/room', name: 'Room' },
] as const;

/** The views of the take-off. */
export function PiecesTabs() {
  return (
    <nav aria-label="Views of the take-off" className="no-print flex gap-1">
      {VIEWS.map(({ to, name }) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `press-h-9 press-w-9 flex items-center justify-center px-3 font-semibold ${isActive ? 'tape' : 'hover:underline'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
