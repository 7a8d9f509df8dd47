import { BoardScreen } from '@/views/screens/board/BoardScreen';

export default function BoardPage() {
  return <BoardScreen />;
}
