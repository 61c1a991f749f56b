import type { Scene } from '@brelm/core/mockup';
import { reasonOf, useRemoveSceneMutation } from '../../../store/api';
import { Button, Modal, notify } from '../../../ui';

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
    <Modal open title="Delete this scene?" onClose={onClose}>
      <p>
        {scene.name} goes; {scene.photo ? 'the photo stays among your pictures, and pictures' : 'pictures'}{' '}
        that were made with it stay made.
      </p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Keep it</Button>
        <Button
          tone="danger"
          disabled={removing.isLoading}
          onClick={() =>
            void remove(scene.id)
              .unwrap()
              .then(onGone, (error: unknown) => notify('fault', reasonOf(error)))
          }
        >
          Delete
        </Button>
      </div>
    </Modal>
  );
}
