import { PeopleScreen } from '@/views/screens/people/PeopleScreen';

export default function PeoplePage() {
  return <PeopleScreen />;
}
