import { BoardScreen } from '@/views/board/BoardScreen';

export default function BoardPage() {
  return <BoardScreen />;
}
