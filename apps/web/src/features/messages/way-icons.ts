import type { ConversationWay } from '@plumgate/contract';
import { Mail, MessageSquare, MessagesSquare, type LucideIcon } from 'lucide-react';

/** By which way a message went. */
export const wayIcons: Record<ConversationWay, LucideIcon> = {
  email: Mail,
  text: MessageSquare,
  chat: MessagesSquare,
};
export const wayWords: Record<ConversationWay, string> = {
  email: 'Email',
  text: 'Text',
  chat: 'Chat box',
};
