import { PeopleScreen } from '@/views/people/PeopleScreen';

export default function PeoplePage() {
  return <PeopleScreen />;
}
