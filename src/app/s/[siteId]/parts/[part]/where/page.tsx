import { WhereScreen } from "../../../../../../ui/part/where/WhereScreen";

export default function Page() {
  return <WhereScreen />;
}
