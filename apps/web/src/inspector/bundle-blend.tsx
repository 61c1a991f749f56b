import { unitsOf, type Design } from '@brelm/core/design';
import { useEdit } from '../editor/use-edit';
import { BlendField, BlendNote } from './blend-field';
import { say } from '../words/inspector';

/** How a bundle as one meets the artwork below it; nothing where no bundle is chosen whole. */
export function BundleBlend({ ids, design }: { ids: readonly string[]; design: Design }) {
  const edit = useEdit();
  const units = unitsOf(design, ids);
  const bundle = units.length === 1 ? design.bundles.find((b) => b.id === units[0].bundle) : undefined;
  if (!bundle) return null;
  const { blend = 'normal' } = bundle;
  return (
    <div className="flex flex-col gap-1">
      <BlendField
        label={say('blendOfTheBundle')}
        title={say('itsPartsAreLaidOn')}
        value={blend}
        onChange={(to) =>
          edit.make(say('blendTheBundle'), [{ op: 'blendBundle', bundle: bundle.id, blend: to }])
        }
      />
      <BlendNote blend={blend} what={say('allOfItAsOne')} />
    </div>
  );
}
