import { inject } from '@angular/core';
import { Router, type Routes } from '@angular/router';
import { signedIn } from './session/signed-in.guard.ts';

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Lotrecht',
    loadComponent: () => import('./views/sign-in/sign-in.ts').then((m) => m.SignInView),
  },
  {
    path: 'first-academy',
    title: 'First academy · Lotrecht',
    loadComponent: () => import('./views/first-academy/first-academy.ts').then((m) => m.FirstAcademyView),
  },
  {
    path: 'link/:token',
    title: 'Choose a password · Lotrecht',
    loadComponent: () => import('./views/link/link.ts').then((m) => m.LinkPage),
  },
  {
    path: 'h',
    title: 'What to practise',
    loadComponent: () => import('./views/take-home/take-home.ts').then((m) => m.TakeHomePage),
  },
  {
    path: '',
    canActivate: [signedIn],
    loadComponent: () => import('./shell/shell.ts').then((m) => m.Shell),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'today' },
      {
        path: 'today',
        title: 'Today · Lotrecht',
        loadComponent: () => import('./views/today/today.ts').then((m) => m.TodayPage),
      },
      {
        path: 'students',
        title: 'Students · Lotrecht',
        loadComponent: () => import('./views/students/students.ts').then((m) => m.StudentsView),
      },
      {
        path: 'students/new',
        title: 'New student · Lotrecht',
        loadComponent: () => import('./views/students/student-form.ts').then((m) => m.StudentFormView),
      },
      {
        path: 'students/:studentId/edit',
        title: 'Student · Lotrecht',
        loadComponent: () => import('./views/students/student-form.ts').then((m) => m.StudentFormView),
      },
      {
        path: 'students/:studentId/progress',
        title: 'Progress · Lotrecht',
        loadComponent: () => import('./views/progress/progress.ts').then((m) => m.ProgressPage),
      },
      {
        path: 'students/:studentId',
        title: 'Student · Lotrecht',
        loadComponent: () => import('./views/student/student.ts').then((m) => m.StudentPage),
      },
      {
        path: 'lessons/:lessonId',
        title: 'Lesson · Lotrecht',
        loadComponent: () => import('./views/lesson/lesson.ts').then((m) => m.LessonPage),
      },
      {
        // A new set-up of a step: its id is chosen here, so that a save can be sent again.
        path: 'lessons/:lessonId/begin/:step',
        redirectTo: ({ params }) =>
          inject(Router).createUrlTree(['/lessons', params['lessonId'], 'checks', crypto.randomUUID()], {
            queryParams: { step: params['step'] },
          }),
      },
      {
        path: 'lessons/:lessonId/routine',
        title: 'Routine · Lotrecht',
        loadComponent: () => import('./views/routine/recorder.ts').then((m) => m.RecorderPage),
      },
      {
        path: 'lessons/:lessonId/routine/train',
        title: 'Train the walk-in · Lotrecht',
        loadComponent: () => import('./views/routine/train.ts').then((m) => m.TrainPage),
      },
      {
        path: 'lessons/:lessonId/plan',
        title: 'Plan · Lotrecht',
        loadComponent: () => import('./views/plan/plan.ts').then((m) => m.PlanOfLesson),
      },
      {
        path: 'lessons/:lessonId/eye',
        title: 'Train the eye · Lotrecht',
        loadComponent: () => import('./views/eye/eye.ts').then((m) => m.EyePage),
      },
      {
        path: 'lessons/:lessonId/balls',
        title: 'Balls · Lotrecht',
        loadComponent: () => import('./views/balls/balls.ts').then((m) => m.BallsPage),
      },
      {
        path: 'lessons/:lessonId/checks/:checkId',
        title: 'Check · Lotrecht',
        loadComponent: () => import('./views/check/check.ts').then((m) => m.CheckPage),
      },
      {
        path: 'lessons/:lessonId/checks/:checkId/hand-out',
        title: 'Hand-out · Lotrecht',
        loadComponent: () => import('./views/hand-out/hand-out.ts').then((m) => m.HandOutOfCheck),
      },
      {
        path: 'places',
        title: 'Places · Lotrecht',
        loadComponent: () => import('./views/places/places.ts').then((m) => m.PlacesView),
      },
      {
        path: 'places/new',
        title: 'New place · Lotrecht',
        loadComponent: () => import('./views/place/place.ts').then((m) => m.PlacePage),
      },
      {
        path: 'places/:placeId',
        title: 'Place · Lotrecht',
        loadComponent: () => import('./views/place/place.ts').then((m) => m.PlacePage),
      },
      {
        path: 'station',
        title: 'Station · Lotrecht',
        loadComponent: () => import('./views/station/station.ts').then((m) => m.StationView),
      },
      {
        path: 'clinic',
        title: 'Clinic · Lotrecht',
        loadComponent: () => import('./views/clinic/clinic.ts').then((m) => m.ClinicPage),
      },
      {
        path: 'drills',
        title: 'Drills and courses · Lotrecht',
        loadComponent: () => import('./views/drills/drills.ts').then((m) => m.DrillsPage),
      },
      {
        path: 'methods',
        title: 'Methods · Lotrecht',
        loadComponent: () => import('./views/methods/methods.ts').then((m) => m.MethodsView),
      },
      {
        path: 'methods/:methodId',
        title: 'Methods · Lotrecht',
        loadComponent: () => import('./views/methods/methods.ts').then((m) => m.MethodsView),
      },
      {
        path: 'handbook',
        title: 'Handbook · Lotrecht',
        loadComponent: () => import('./views/handbook/handbook.ts').then((m) => m.HandbookPage),
      },
      {
        path: 'study',
        title: 'Repeatability · Lotrecht',
        loadComponent: () => import('./views/study/study.ts').then((m) => m.StudyPage),
      },
      {
        path: 'academy/roster',
        title: 'Roster · Lotrecht',
        loadComponent: () => import('./views/roster/roster.ts').then((m) => m.RosterPage),
      },
      {
        path: 'academy/files',
        title: 'Files in and out · Lotrecht',
        loadComponent: () => import('./views/exchange/exchange.ts').then((m) => m.ExchangePage),
      },
      {
        path: 'academy',
        title: 'Academy · Lotrecht',
        loadComponent: () => import('./views/academy/academy.ts').then((m) => m.AcademyPage),
      },
      {
        path: 'account/eye',
        title: 'Your own eye · Lotrecht',
        loadComponent: () => import('./views/own-eye/own-eye.ts').then((m) => m.OwnEyePage),
      },
      {
        path: 'account',
        title: 'Account · Lotrecht',
        loadComponent: () => import('./views/account/account.ts').then((m) => m.AccountView),
      },
      {
        path: '**',
        title: 'Not found · Lotrecht',
        loadComponent: () => import('./shell/not-found.ts').then((m) => m.NotFound),
      },
    ],
  },
];
