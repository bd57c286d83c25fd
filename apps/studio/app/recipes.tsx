import { RecipesScreen } from '../src/recipes/recipes-screen';

export default RecipesScreen;
