import { useQuery } from '@tanstack/react-query';
import { call } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { useMayChange } from '../../../ui/person.tsx';
import type { RecipeRow } from '../../recipes/model/recipe.ts';
import { LibraryRooms } from './LibraryRooms.tsx';

export function RecipesScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({ queryKey: ['recipes'], queryFn: () => call<RecipeRow[]>('/api/recipes') });
  return (
    <>
      <LibraryRooms here="/library/recipes" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Recipes</h1>
        </div>
        <div className="end">
          <a className="btn p" href="/library/recipes/new">
            {mayChange ? 'Make a recipe' : 'Try a recipe'}
          </a>
        </div>
      </div>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      <table className="list">
        <thead>
          <tr>
            <th>Name</th>
            <th>For</th>
            <th>Process</th>
            <th>Material of the part</th>
            <th>Kept by</th>
            <th className="n">Since</th>
            <th className="n">Pins</th>
          </tr>
        </thead>
        <tbody>
          {(data ?? []).map((r) => (
            <tr key={r.id}>
              <td>
                <a href={`/library/recipes/${r.id}`}>{r.name}</a>
              </td>
              <td>{r.place}</td>
              <td>{r.process}</td>
              <td>{r.material}</td>
              <td>{r.byName}</td>
              <td className="n">{day(r.at)}</td>
              <td className="n">{r.pins}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data?.length === 0 && (
        <p className="empty">
          No recipe is kept yet. A recipe is a machine, a process and what each role is printed with; make one, see
          every value in force and what the rules say, and keep it under a name.
        </p>
      )}
    </>
  );
}
