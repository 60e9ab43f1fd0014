import { PagesScreen } from "../../../../ui/pages/PagesScreen";

export default function Page() {
  return <PagesScreen />;
}
