import { ProjectsPage } from '@/client/projects/ProjectsPage'

const Page = () => <ProjectsPage />
export default Page
