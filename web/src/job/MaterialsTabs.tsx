import { NavLink } from 'react-router';

const VIEWS = [
  { to: '../materials', name: 'What it takes' },
  { to: '../materials/price', name: 'Price' },
  { to: '../materials/quotes', name: 'Quotes' },
] as const;

/** The views of what a job takes and costs. */
export function MaterialsTabs() {
  return (
    <nav aria-label="Views of materials and price" className="no-print flex gap-1">
      {VIEWS.map(({ to, name }) => (
        <NavLink
          key={to}
          to={to}
          end={name !== 'Quotes'}
          className={({ isActive }) =>
            `flex press-h-9 items-center px-3 font-semibold ${isActive ? 'tape' : 'hover:underline'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
