import { simulate } from '../../tests/support/simulator'

simulate(1)
