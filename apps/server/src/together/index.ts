/** Several people in one design: who is there just now, and what they say of it. */
export { CommentsService } from './comments.service';
export { PresenceService } from './presence.service';
export { TogetherController } from './together.controller';
