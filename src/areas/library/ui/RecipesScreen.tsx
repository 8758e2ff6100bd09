import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { fetchJson } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { ListTable, type Column } from '../../../ui/ListTable.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import type { RecipeRow } from '../../recipes/model/recipe.ts';
import { LibraryRooms } from './LibraryRooms.tsx';

const columns: Column<RecipeRow>[] = [
  { key: 'name', title: 'Name', of: (r) => r.name, show: (r) => <a href={`/library/recipes/${r.id}`}>{r.name}</a> },
  { key: 'for', title: 'For', of: (r) => r.place, isFacet: true },
  { key: 'process', title: 'Process', of: (r) => r.process, isFacet: true },
  { key: 'material', title: 'Material of the part', of: (r) => r.material, isFacet: true },
  { key: 'by', title: 'Saved by', of: (r) => r.byName },
  { key: 'since', title: 'Since', of: (r) => r.at, show: (r) => day(r.at), isFigure: true },
  { key: 'pins', title: 'Snapshots', of: (r) => r.pins, isFigure: true },
];
const EMPTY =
  'No recipe is saved yet. A recipe is a machine, a process and what each role is printed with; make one, see every value in force and what the rules find, and keep it under a name.';

export function RecipesScreen() {
  const mayChange = useMayChange();
  const { data, error } = useQuery({ queryKey: ['recipes'], queryFn: () => fetchJson<RecipeRow[]>('/api/recipes') });
  return (
    <>
      <LibraryRooms here="/library/recipes" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Recipes</h1>
        </div>
        <div className="end">
          <Button component="a" href="/library/recipes/new">
            {mayChange ? 'New recipe' : 'Try a recipe'}
          </Button>
        </div>
      </div>
      {error && (
        <p className="empty" role="alert">
          {error.message}
        </p>
      )}
      {data && <ListTable name="recipes" rows={data} columns={columns} empty={EMPTY} />}
    </>
  );
}
