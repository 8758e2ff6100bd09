import { fail, succeed, type Result } from '../../../core/result/result.ts';
import { checkValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { maySetInRecipe, type Values } from '../../library/settings/define.ts';

/** Whether a recipe may set these values itself: no fact of a printer or tool, and none outside its guard. */
export function checkOverrides(overrides: Values): Result<Values> {
  for (const [key, value] of Object.entries(overrides)) {
    const setting = findSetting(key);
    if (!setting) return fail({ code: 'unknownSetting', what: `No setting "${key}"` });
    if (!maySetInRecipe(setting))
      return fail({
        code: 'fact',
        what: 'No recipe can change it',
        where: setting.label,
        todo: `it belongs to the ${setting.owners[0]!}`,
      });
    const checked = checkValue(setting, value);
    if (!checked.ok) return checked;
  }
  return succeed(overrides);
}
