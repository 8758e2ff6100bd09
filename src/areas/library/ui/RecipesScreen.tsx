import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import { day } from '../../../ui/dates.ts';
import { ListTable } from '../../../ui/ListTable.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { recipeColumns } from '../../recipes/model/list.ts';
import type { RecipeRow } from '../../recipes/model/recipe.ts';
import { LibraryRooms } from './LibraryRooms.tsx';

const shows: Partial<Record<keyof typeof recipeColumns, (r: RecipeRow) => ReactNode>> = {
  name: (r) => <a href={`/library/recipes/${r.id}`}>{r.name}</a>,
  since: (r) => day(r.at),
};
const EMPTY =
  'No recipe is saved yet. A recipe is a machine, a process and what each role is printed with; make one, see every value in force and what the rules find, and keep it under a name.';

export function RecipesScreen() {
  const mayChange = useMayChange();
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
      <ListTable name="recipes" from="/api/recipes" columns={recipeColumns} shows={shows} empty={EMPTY} />
    </>
  );
}
