import { EditionsScreen } from "../../../../ui/editions/EditionsScreen";

export default function Page() {
  return <EditionsScreen />;
}
