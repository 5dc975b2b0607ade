import { BenchPage } from '@/client/bench/BenchPage'

const Page = async ({ params }: { readonly params: Promise<{ readonly id: string }> }) => (
  <BenchPage id={(await params).id} />
)
export default Page
