import type { Scene } from '@brelm/core/mockup';
import { reasonOf, useRemoveSceneMutation } from '../../../store/api';
import { Button, Modal, notify } from '../../../ui';
import { say } from '../../../words/mockups';

/** Asks before a scene of one's own is deleted. */
export function DeleteScene({
  scene,
  onClose,
  onGone,
}: {
  scene: Scene;
  onClose: () => void;
  onGone: () => void;
}) {
  const [remove, removing] = useRemoveSceneMutation();
  return (
    <Modal open title={say('deleteThisScene')} onClose={onClose}>
      <p>
        {say('goesThatWereMadeWith', {
          name: scene.name,
          isPhoto: Boolean(scene.photo),
        })}
      </p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>{say('keepIt')}</Button>
        <Button
          tone="danger"
          disabled={removing.isLoading}
          onClick={() =>
            void remove(scene.id)
              .unwrap()
              .then(onGone, (error: unknown) => notify('fault', reasonOf(error)))
          }
        >
          {say('delete')}
        </Button>
      </div>
    </Modal>
  );
}
